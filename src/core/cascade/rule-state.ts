import { FREEDOMS, type Freedom, type Freedoms, type Permission } from '../model/freedom.js';
import { catalogLevelOf } from '../catalog/foreign-rule.js';
import type { Level } from '../model/level.js';
import { changeOption, isListEdit, type OptionChange, type OptionValue } from '../model/option.js';
import type { Rule } from '../finders/rule.js';
import type { DecidedItem, DecidedOption, Origin, PartName, Statement } from '../model/statement.js';

/** The state of one rule while the statements about it are applied; indexes count trail entries. */
export interface RuleState extends Origin, Freedoms {
  readonly level: Level;
  readonly options: Readonly<Record<string, DecidedOption>>;
  readonly freedomsBy: Readonly<Record<Freedom, number>>;
}

/** A part of a rule's state with the value that a statement asks for. */
export type StatePart =
  | { readonly name: 'level'; readonly value: Level }
  | { readonly name: Freedom; readonly value: Permission }
  | { readonly name: 'option'; readonly option: string; readonly value: OptionValue; readonly change: OptionChange };

const catalogStates = new WeakMap<Rule, RuleState>();

/** The state in which the catalog leaves a rule: a single object, so that rules with untouched options share theirs. */
export function stateOfCatalog(rule: Rule): RuleState {
  let state = catalogStates.get(rule);
  if (state === undefined) {
    const options = Object.entries(rule.defaults).map(([name, value]) =>
      [name, { value, by: 0, over: null, items: itemsOf(value, 0) }] as const);
    state = {
      level: catalogLevelOf(rule),
      by: 0,
      over: null,
      options: Object.fromEntries(options),
      waivers: 'allow',
      fix: 'allow',
      ledger: 'allow',
      freedomsBy: { waivers: 0, fix: 0, ledger: 0 },
    };
    catalogStates.set(rule, state);
  }
  return state;
}

/** The parts that a statement sets, with the value that each would get: a list edit is judged by its result. */
export function partsOf(statement: Statement, state: RuleState): StatePart[] {
  const parts: StatePart[] = [];
  if (statement.level !== null) parts.push({ name: 'level', value: statement.level.value });
  for (const { name, value: change } of statement.options) {
    parts.push({ name: 'option', option: name, value: changeOption(state.options[name]?.value as OptionValue, change), change });
  }
  for (const name of FREEDOMS) {
    const said = statement[name];
    if (said !== null) parts.push({ name, value: said.value });
  }
  return parts;
}

/** The name of a part in a trail. */
export function partName(part: StatePart): PartName {
  return part.name === 'option' ? `options.${part.option}` : part.name;
}

/** The state once `parts` have their new values, decided by the trail entry `by`. */
export function withParts(state: RuleState, parts: readonly StatePart[], by: number): RuleState {
  let next = state;
  for (const part of parts) {
    if (part.name === 'option') next = {
      ...next, options: { ...next.options, [part.option]: decidedOption(part, next.options[part.option], by) },
    };
    else if (part.name === 'level') next = { ...next, level: part.value, by, over: next.by };
    else next = { ...next, [part.name]: part.value, freedomsBy: { ...next.freedomsBy, [part.name]: by } };
  }
  return next;
}

function decidedOption(
  { value, change }: StatePart & { readonly name: 'option' }, before: DecidedOption | undefined, by: number,
): DecidedOption {
  // An edit keeps items in order and appends its own; an item that it drops and adds again is its own.
  const kept = isListEdit(change) ? before?.items?.filter((item) => !change.drop.includes(item.value)) ?? [] : [];
  const items = typeof value === 'object' ? [...kept, ...itemsOf(value.slice(kept.length), by) ?? []] : null;
  return { value, by, over: before?.by ?? null, items };
}

function itemsOf(value: OptionValue, by: number): DecidedItem[] | null {
  return typeof value === 'object' ? value.map((item) => ({ value: item, by })) : null;
}
