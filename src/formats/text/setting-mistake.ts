import { LEVELS } from '../../core/model/level.js';
import type { SettingMistake } from '../../core/model/usage-mistake.js';
import { describeOptionType } from './option.js';

const FORM = "Write 'SELECTOR=LEVEL' or 'RULE.OPTION=VALUE', such as 'text/line-width.max=80'.";

/** What is wrong with a setting of the command line, and what to do about it. @param text the setting as typed. */
export function describeSettingMistake(
  mistake: SettingMistake, text: string,
): { readonly what: string; readonly advice: string | null } {
  switch (mistake.wrong) {
    case 'sets-nothing':
      return { what: `${text} sets nothing`, advice: FORM };
    case 'unknown-rule':
      return { what: `there is no rule ${mistake.name}`, advice: meant(mistake.near) };
    case 'bad-level':
      return { what: `${mistake.level} is not one of ${LEVELS.join(', ')}`, advice: meant(mistake.near) };
    case 'no-selector':
      return { what: `${mistake.found} is neither a selector nor an option of a rule`, advice: FORM };
    case 'unknown-option':
      return {
        what: `${mistake.rule} has no option ${mistake.option}`,
        advice: meant(mistake.near) ?? `It has: ${mistake.known.join(', ')}.`,
      };
    case 'bad-value':
      return {
        what: `${mistake.option} of ${mistake.rule} must be ${describeOptionType(mistake.expected)}, not ${mistake.found}`,
        advice: null,
      };
  }
}

function meant(near: string | null): string | null {
  return near === null ? null : `Did you mean ${near}?`;
}
