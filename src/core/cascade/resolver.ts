import { keptUpTo } from './keeps-levels.js';
import type { Catalog } from '../catalog/catalog.js';
import { activeBlocks, type SelectingStatement, type Stack, type ZoneCondition } from '../layers/stack.js';
import { letsThrough, type AdoptionFilter } from '../model/layer.js';
import type { OptionValues } from '../model/option.js';
import type { Rule } from '../finders/rule.js';
import type { RuleId } from '../model/rule.js';
import type { DecidedRules, RuleSet, RuleSetting } from '../model/rule-set.js';
import type { Decision } from '../model/statement.js';
import { DecisionTree } from './decision-tree.js';

/** The prime of the hash FNV-1a of 32 bits (Fowler, Noll, Vo). */
const FACTOR = 0x01000193;

/** Decides rules. Each distinct set of statements is computed once, and rule sets with equal settings are one. */
export class Resolver {
  private readonly numbers = new Map<ZoneCondition, number>();
  /** Keyed by the stack, then by the active zones. */
  private readonly decided = new Map<Stack, Map<string, DecidedRules>>();
  /** The node of each rule after a stack, keyed by the active zones and whether the stack is cut off. */
  private readonly places = new Map<Stack, Map<string, readonly DecisionTree[]>>();
  /** Rule sets, keyed by a hash of their settings' numbers in catalog order. */
  private readonly setsByHash = new Map<number, { readonly settings: Uint32Array; readonly set: RuleSet }[]>();
  private setCount = 0;
  /** A number for each setting of a rule, by its content; and the settings by their numbers, which all rule sets share. */
  private readonly settings = new Map<string, number>();
  private readonly settingsByNumber: RuleSetting[] = [];
  private readonly optionTexts = new Map<Decision['options'], string>();
  /** In catalog order. */
  private readonly trees: readonly DecisionTree[];
  private readonly indexes: ReadonlyMap<RuleId, number>;

  /**
   * @param today the day on which statements expire or not, as YYYY-MM-DD.
   * @param commandLine statements that come after all layers.
   */
  constructor(
    private readonly catalog: Catalog,
    private readonly today: string,
    private readonly commandLine: readonly SelectingStatement[],
  ) {
    this.trees = catalog.rules.map((rule) => DecisionTree.of(rule));
    this.indexes = new Map(catalog.rules.map((rule, index) => [rule.id, index]));
  }

  /** The rules for the files of a directory with `stack` that lie in the `active` zones. */
  decide(stack: Stack, active: readonly ZoneCondition[]): DecidedRules {
    let ofStack = this.decided.get(stack);
    if (ofStack === undefined) this.decided.set(stack, (ofStack = new Map()));
    const key = active.length === 0 ? '' : active.map((zone) => this.numberOf(zone)).join(' ');
    let decided = ofStack.get(key);
    if (decided === undefined) ofStack.set(key, (decided = this.compute(stack, active)));
    return decided;
  }

  private compute(stack: Stack, active: readonly ZoneCondition[]): DecidedRules {
    const places = [...this.placesAfter(stack, active, false)];
    this.distribute(this.commandLine, [], false, places);
    return new DecidedPlaces(this.setOf(places), places, this.today);
  }

  /**
   * The node of each rule after a stack, in catalog order. Stacks of many directories extend the same one:
   * the result for the outer one is kept for each set of its zones.
   */
  private placesAfter(stack: Stack, active: readonly ZoneCondition[], isCutOff: boolean): readonly DecisionTree[] {
    if (stack.parent === null) return this.trees;
    const { kept, key } = this.keptFor(stack, active, isCutOff);
    let places = kept.get(key);
    if (places === undefined) {
      const outer = active.filter((zone) => !stack.own.byZone.has(zone));
      const own = [...this.placesAfter(stack.parent, outer, isCutOff || !stack.inherits)];
      for (const { statements, filters } of activeBlocks(stack.own, active)) this.distribute(statements, filters, isCutOff, own);
      kept.set(key, (places = own));
    }
    return places;
  }

  private keptFor(
    stack: Stack, active: readonly ZoneCondition[], isCutOff: boolean,
  ): { kept: Map<string, readonly DecisionTree[]>; key: string } {
    let kept = this.places.get(stack);
    if (kept === undefined) this.places.set(stack, (kept = new Map()));
    return { kept, key: `${isCutOff} ${active.map((zone) => this.numberOf(zone)).join(' ')}` };
  }

  /** Gives each rule the statements about it that pass all filters. @param places in catalog order. */
  private distribute(
    own: readonly SelectingStatement[], filters: readonly AdoptionFilter[], isCutOff: boolean, places: DecisionTree[],
  ): void {
    for (const { selector, statement } of own) {
      for (const rule of this.catalog.select(selector)) {
        if (!filters.every((filter) => letsThrough(filter, rule))) continue;
        const index = this.indexes.get(rule.id) as number;
        places[index] = (places[index] as DecisionTree).after(statement, isCutOff);
      }
    }
  }

  private setOf(places: readonly DecisionTree[]): RuleSet {
    // This runs for each directory with rules or zones of its own: building a text key of all settings would take ten times as
    // long.
    const settings = new Uint32Array(places.length);
    let hash = 0;
    for (let at = 0; at < places.length; at += 1) {
      const place = places[at] as DecisionTree;
      const setting = place.setting ??= this.settingNumber(place.decide(this.today));
      settings[at] = setting;
      hash = Math.imul(hash ^ setting, FACTOR) + at | 0;
    }
    let alike = this.setsByHash.get(hash);
    if (alike === undefined) this.setsByHash.set(hash, (alike = []));
    const known = alike.find((one) => areEqual(one.settings, settings));
    if (known !== undefined) return known.set;
    const rules = new Map<RuleId, RuleSetting>();
    for (let at = 0; at < places.length; at += 1) {
      rules.set((this.catalog.rules[at] as Rule).id, this.settingsByNumber[settings[at] as number] as RuleSetting);
    }
    this.setCount += 1;
    const set = { id: `set-${this.setCount}`, rules };
    alike.push({ settings, set });
    return set;
  }

  /** A number that is equal for decisions with the same setting, and only for them. */
  private settingNumber(decision: Decision): number {
    const { level, options, waivers, fix, ledger } = decision;
    const content = `${level} ${waivers} ${fix} ${ledger} ${keptUpTo(decision) ?? ''} ${this.textOf(options)}`;
    let number = this.settings.get(content);
    if (number === undefined) {
      number = this.settingsByNumber.push(settingOf(decision)) - 1;
      this.settings.set(content, number);
    }
    return number;
  }

  /** The option values as text. Most decisions share the catalog's options. */
  private textOf(options: Decision['options']): string {
    let text = this.optionTexts.get(options);
    if (text === undefined) this.optionTexts.set(options, (text = JSON.stringify(valuesOf(options))));
    return text;
  }

  private numberOf(zone: ZoneCondition): number {
    let number = this.numbers.get(zone);
    if (number === undefined) {
      number = this.numbers.size;
      this.numbers.set(zone, number);
    }
    return number;
  }
}

/** The decisions at these nodes. They are gathered when first asked for. */
class DecidedPlaces implements DecidedRules {
  private byRule: ReadonlyMap<RuleId, Decision> | null = null;

  constructor(readonly set: RuleSet, private readonly places: readonly DecisionTree[], private readonly today: string) {}

  get decisions(): ReadonlyMap<RuleId, Decision> {
    return this.byRule ??= new Map(
      this.places.map((place) => place.decide(this.today)).map((decision) => [decision.rule, decision]),
    );
  }
}

function areEqual(a: Uint32Array, b: Uint32Array): boolean {
  for (let at = 0; at < a.length; at += 1) if (a[at] !== b[at]) return false;
  return true;
}

function settingOf(decision: Decision): RuleSetting {
  const { level, options, waivers, fix, ledger } = decision;
  const keepsUpTo = keptUpTo(decision);
  return { level, options: valuesOf(options), waivers, fix, ledger, ...(keepsUpTo !== null && { keepsUpTo }) };
}

function valuesOf(options: Decision['options']): OptionValues {
  return Object.fromEntries(Object.entries(options).map(([name, option]) => [name, option.value]));
}
