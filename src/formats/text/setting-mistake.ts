import type { SettingMistake } from '../../core/layers/bind/command-line.js';
import { LEVELS } from '../../core/model/level.js';
import { describeOptionType } from './option.js';

const FORM = "Write 'SELECTOR=LEVEL' or 'RULE.OPTION=VALUE', such as 'text/line-width.max=80'.";

/** What is wrong with a setting of the command line, with advice after a line break. @param text the setting as typed. */
export function describeSettingMistake(mistake: SettingMistake, text: string): string {
  const [what, advice] = wordsFor(mistake, text);
  return advice === '' ? what : `${what}\n${advice}`;
}

function wordsFor(mistake: SettingMistake, text: string): readonly [what: string, advice: string] {
  switch (mistake.wrong) {
    case 'sets-nothing':
      return [`${text} sets nothing`, FORM];
    case 'unknown-rule':
      return [`there is no rule ${mistake.name}`, meant(mistake.near)];
    case 'bad-level':
      return [`${mistake.level} is not one of ${LEVELS.join(', ')}`, meant(mistake.near)];
    case 'no-selector':
      return [`${mistake.found} is neither a selector nor an option of a rule`, FORM];
    case 'unknown-option':
      return [`${mistake.rule} has no option ${mistake.option}`, meant(mistake.near) || `It has: ${mistake.known.join(', ')}.`];
    case 'bad-value':
      return [`${mistake.option} of ${mistake.rule} must be ${describeOptionType(mistake.expected)}, not ${mistake.found}`, ''];
  }
}

function meant(near: string | null): string {
  return near === null ? '' : `Did you mean ${near}?`;
}
