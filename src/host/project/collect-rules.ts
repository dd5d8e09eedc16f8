import type { Catalog } from '../../core/catalog/catalog.js';
import { makeForeignRule } from '../../core/catalog/foreign-rule.js';
import { makeHouseRule } from '../../core/catalog/house-rule.js';
import { CATALOG } from '../../core/catalog/registry.js';
import type { ForeignRule } from '../../core/model/foreign-rule.js';
import type { HouseRule } from '../../core/model/house-rule.js';
import type { RuleId } from '../../core/model/rule.js';
import { LayerError, UsageError } from '../files/errors.js';
import type { ForeignRules } from '../intake/foreign-rules.js';
import { settingStatements } from '../layers/run-settings.js';
import { declaredRules, hasWideRuling, selectorsBeyondOwn } from './declared-rules.js';
import type { ParsedLayers } from './parsed-layers.js';

/** What names rules besides layer files: the question, and the settings of the command line. */
export interface Naming {
  readonly names: readonly RuleId[];
  /** As typed. */
  readonly settings: readonly string[];
}

/** Whether rules that are declared elsewhere in the project could change what these layer files mean. */
export function mayNeedOthers({ documents }: ParsedLayers, foreign: ForeignRules, { names, settings }: Naming): boolean {
  if (declaredRules(documents).rules.length > 0 || hasWideRuling(documents)) return true;
  const isKnown = (name: string): boolean => CATALOG.get(name) !== undefined || foreign.knows(name);
  if (!names.every(isKnown) || !selectorsBeyondOwn(documents).every((selector) => foreign.knows(selector))) return true;
  try {
    return settingStatements(settings, CATALOG).some(({ selector }) => selector.kind !== 'rule');
  } catch (error) {
    // It may name a house rule.
    if (error instanceof UsageError) return true;
    throw error;
  }
}

/**
 * Collects the rules that there are: Elvar's own, those of the house, and those of other programs. The same rules make the same
 * catalog.
 */
export class RuleCollector {
  private houseRules: readonly HouseRule[] = [];
  private foreignRules: readonly ForeignRule[] = [];
  private catalog: Catalog = CATALOG;

  /** @throws LayerError if a house rule has the concern of another program. */
  collect(parsed: ParsedLayers, foreign: ForeignRules, { names, settings }: Naming): Catalog {
    const { documents } = parsed;
    const { rules: houseRules } = declaredRules(documents);
    const shared = foreign.sharedWith(houseRules);
    if (shared.length > 0) throw new LayerError(shared, parsed.texts());
    const set = settings.map((text) => /^[^=.]*/.exec(text)?.[0] ?? '');
    const foreignRules = foreign.rulesFor(() => [...names, ...selectorsBeyondOwn(documents), ...set]);
    if (!areSame(houseRules, this.houseRules) || !areSame(foreignRules, this.foreignRules)) {
      this.catalog = CATALOG.with([...houseRules.map(makeHouseRule), ...foreignRules.map(makeForeignRule)]);
      [this.houseRules, this.foreignRules] = [houseRules, foreignRules];
    }
    return this.catalog;
  }
}

function areSame(some: readonly object[], others: readonly object[]): boolean {
  return some.length === others.length && some.every((one, index) => one === others[index]);
}
