import { keptUpTo } from '../cascade/keeps-levels.js';
import { isWeaker } from '../cascade/guards.js';
import type { Catalog } from '../catalog/catalog.js';
import { FREEDOMS } from '../model/freedom.js';
import { compareLevels } from '../model/level.js';
import { alikeOptionValue } from '../model/option.js';
import type { Rule } from '../finders/rule.js';
import type { RuleId } from '../model/rule.js';
import type { DecidedRules } from '../model/rule-set.js';
import type { Decision } from '../model/statement.js';

/** How the second side's setting of a rule relates to the first's. */
export type Relation = 'stricter' | 'looser' | 'different';

/** A rule that is set differently on two sides. */
export interface RuleDifference {
  readonly rule: RuleId;
  readonly relation: Relation;
  readonly first: Decision;
  readonly second: Decision;
  /** The options whose values mean something different. */
  readonly options: readonly string[];
}

/** The rules that two sides set differently, sorted by id. A rule that is off on both sides counts as equal. */
export function compareRules(first: DecidedRules, second: DecidedRules, catalog: Catalog): RuleDifference[] {
  return catalog.rules.flatMap((rule) => compareRule(rule, first.decisions.get(rule.id), second.decisions.get(rule.id)) ?? []);
}

function compareRule(rule: Rule, first: Decision | undefined, second: Decision | undefined): RuleDifference | null {
  if (first === undefined || second === undefined || (first.level === 'off' && second.level === 'off')) return null;
  const steps: Relation[] = [];
  const level = levelStep(first, second);
  if (level !== null) steps.push(level);
  // Options have no effect on a side where the rule is off.
  const isOnOnBoth = first.level !== 'off' && second.level !== 'off';
  const options = isOnOnBoth ? Object.keys(first.options).filter((name) => optionStep(rule, name, first, second) !== null) : [];
  for (const name of options) steps.push(optionStep(rule, name, first, second) as Relation);
  for (const part of FREEDOMS) {
    if (first[part] !== second[part]) steps.push(second[part] === 'refuse' ? 'stricter' : 'looser');
  }
  if (steps.length === 0) return null;
  const relation = steps.every((step) => step === steps[0]) ? (steps[0] as Relation) : 'different';
  return { rule: rule.id, relation, first, second, options };
}

function levelStep(first: Decision, second: Decision): Relation | null {
  const level = compareLevels(second.level, first.level);
  if (level !== 0) return level > 0 ? 'stricter' : 'looser';
  const [before, after] = [keptUpTo(first), keptUpTo(second)];
  if (before === after) return null;
  // Whether one level for all is stricter depends on the levels that the findings came with.
  return before === null || after === null ? 'different' : compareLevels(after, before) > 0 ? 'stricter' : 'looser';
}

function optionStep(rule: Rule, name: string, first: Decision, second: Decision): Relation | null {
  const [before, after] = [first.options[name]?.value, second.options[name]?.value];
  if (before === undefined || after === undefined || alikeOptionValue(before, after)) return null;
  const direction = rule.options[name]?.stricter ?? null;
  const [loosened, tightened] = [isWeaker(after, before, direction), isWeaker(before, after, direction)];
  if (loosened === tightened) return 'different';
  return loosened ? 'looser' : 'stricter';
}
