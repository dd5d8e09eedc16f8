import type { Permission } from '../model/layer.js';
import type { Level } from '../model/level.js';
import { changeOption, type OptionValue } from '../model/option.js';
import type { Rule } from '../model/rule.js';
import type { DecidedOption, Statement } from '../model/statement.js';

/** The state of one rule while the statements about it are applied; `by` numbers count trail entries. */
export interface RuleState {
  readonly level: Level;
  readonly by: number;
  readonly options: Readonly<Record<string, DecidedOption>>;
  readonly waivers: Permission;
  readonly fix: Permission;
}

/** A part of a rule's state with the value that a statement wants for it. */
export type StatePart =
  | { readonly name: 'level'; readonly value: Level }
  | { readonly name: 'waivers'; readonly value: Permission }
  | { readonly name: 'fix'; readonly value: Permission }
  | { readonly name: 'option'; readonly option: string; readonly value: OptionValue };

const catalogStates = new WeakMap<Rule, RuleState>();

/** The state in which the catalog leaves a rule: one object, so that rules whose options nobody touches share theirs. */
export function stateOfCatalog(rule: Rule): RuleState {
  let state = catalogStates.get(rule);
  if (state === undefined) {
    const options = Object.entries(rule.defaults).map(([name, value]) => [name, { value, by: 0 }] as const);
    catalogStates.set(rule, (state = { level: 'off', by: 0, options: Object.fromEntries(options), waivers: 'allow', fix: 'allow' }));
  }
  return state;
}

/** The parts that a statement speaks of, with what each would become: an edit of a list is judged by its result. */
export function partsOf(statement: Statement, state: RuleState): StatePart[] {
  const parts: StatePart[] = [];
  if (statement.level !== null) parts.push({ name: 'level', value: statement.level.value });
  for (const { name, value } of statement.options) {
    parts.push({ name: 'option', option: name, value: changeOption(state.options[name]?.value as OptionValue, value) });
  }
  if (statement.waivers !== null) parts.push({ name: 'waivers', value: statement.waivers.value });
  if (statement.fix !== null) parts.push({ name: 'fix', value: statement.fix.value });
  return parts;
}

/** The state once `parts` have their new values, decided by the trail entry `by`. */
export function withParts(state: RuleState, parts: readonly StatePart[], by: number): RuleState {
  let next = state;
  for (const part of parts) {
    if (part.name === 'option') next = { ...next, options: { ...next.options, [part.option]: { value: part.value, by } } };
    else if (part.name === 'level') next = { ...next, level: part.value, by };
    else next = { ...next, [part.name]: part.value };
  }
  return next;
}
