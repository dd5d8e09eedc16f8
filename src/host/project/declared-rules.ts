import { CATALOG } from '../../core/catalog/registry.js';
import type { LayerDocument } from '../../core/layers/layer-document.js';
import { rulingsOf, type UnboundLayer } from '../../core/layers/parse/unbound-layer.js';
import { CONCERNS } from '../../core/model/concern.js';
import type { HouseRule } from '../../core/model/house-rule.js';
import type { Problem } from '../../core/model/problem.js';
import type { RuleId } from '../../core/model/rule.js';
import { formatSelector, type Selector } from '../../core/model/selector.js';

/** The house rules that layer files declare, and the declarations that contradict an earlier one. */
export function declaredRules(
  documents: readonly LayerDocument[],
): { readonly rules: readonly HouseRule[]; readonly twice: readonly Problem[] } {
  const rules = new Map<RuleId, HouseRule>();
  const twice: Problem[] = [];
  for (const rule of documents.flatMap(({ parsed }) => parsed.layer.houseRules)) {
    const { id, place } = rule;
    const first = rules.get(id);
    // One with the id of a rule of Elvar's own is a mistake, which is reported where it is declared.
    if (first === undefined && CATALOG.get(id) === undefined) rules.set(id, rule);
    else if (first !== undefined && !isSame(first, rule)) {
      twice.push({ file: place.file, place, detail: { code: 'house-rule-twice', id, first: first.place } });
    }
  }
  return { rules: [...rules.values()], twice };
}

/** A house rule belongs to the whole project; declared twice in the same words, it is one. */
function isSame(a: HouseRule, b: HouseRule): boolean {
  const contents = (rule: HouseRule): string =>
    JSON.stringify(rule, (key, value: unknown) => (key === 'place' ? undefined : value));
  return contents(a) === contents(b);
}

/** The selectors in layer files that select none of Elvar's own rules. */
export function selectorsBeyondOwn(documents: readonly LayerDocument[]): string[] {
  return documents.flatMap(({ parsed }) =>
    selectorsIn(parsed.layer).filter((selector) => CATALOG.select(selector).length === 0).map(formatSelector));
}

/** Whether a ruling is about more rules than it names, so that house rules can be among them. */
export function hasWideRuling(documents: readonly LayerDocument[]): boolean {
  return documents.some(({ parsed }) => rulingsOf(parsed.layer).some(({ selector }) => isWide(selector)));
}

function selectorsIn(layer: UnboundLayer): Selector[] {
  const { presets, zones, expectations } = layer;
  const filters = [...presets, ...zones.flatMap((zone) => zone.presets)].flatMap(
    ({ filter: { only, except } }) => [...only ?? [], ...except],
  );
  return [...rulingsOf(layer), ...expectations.flatMap(({ rules }) => rules)].map(({ selector }) => selector).concat(
    filters.map(({ value }) => value),
  );
}

function isWide(selector: Selector): boolean {
  return selector.kind === 'all'
    || selector.kind === 'tag' || (selector.kind === 'concern' && !(CONCERNS as readonly string[]).includes(selector.concern));
}
