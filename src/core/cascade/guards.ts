import { compareLevels } from '../model/level.js';
import { isSubset, sameOptionValue, type OptionValue, type StricterDirection } from '../model/option.js';
import type { Rule } from '../finders/rule.js';
import type { ActiveGuard } from '../model/statement.js';
import type { RuleState, StatePart } from './rule-state.js';

/** A guard in force, with the file that gave it and the state that it remembers. */
export interface Guard extends ActiveGuard {
  readonly owner: string;
  readonly remembered: RuleState;
}

/** Whether `guard` refuses to let a part of the rule's state take a new value. */
export function refuses({ kind, remembered }: Guard, part: StatePart, rule: Rule): boolean {
  switch (part.name) {
    case 'level':
      return kind === 'fixed' ? part.value !== remembered.level : compareLevels(part.value, remembered.level) < 0;
    case 'waivers':
    case 'fix':
    case 'ledger':
      // Refusing is stricter than allowing.
      return kind === 'fixed'
        ? part.value !== remembered[part.name]
        : part.value === 'allow' && remembered[part.name] === 'refuse';
    case 'option': {
      const before = remembered.options[part.option]?.value as OptionValue;
      if (kind === 'fixed') return !sameOptionValue(part.value, before);
      return isWeaker(part.value, before, rule.options[part.option]?.stricter ?? null);
    }
  }
}

/** Whether an option's value is weaker than another, in the direction that its rule declares. */
export function isWeaker(value: OptionValue, than: OptionValue, stricter: StricterDirection | null): boolean {
  switch (stricter) {
    case null:
      return false;
    case 'lower':
      return value > than;
    case 'higher':
      return value < than;
    case 'true':
      return than === true && value === false;
    case 'false':
      return than === false && value === true;
    case 'more':
      return !isSubset(than, value);
    case 'fewer':
      return !isSubset(value, than);
  }
}
