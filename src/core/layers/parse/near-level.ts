import { nearName } from '../../base/near-name.js';
import { LEVELS, type Level } from '../../model/level.js';

/** Other words for levels, with the level. */
const LEVEL_WORDS: Readonly<Record<string, Level>> = {
  err: 'error', fatal: 'error', critical: 'error', severe: 'error', high: 'error', on: 'warning', medium: 'warning',
  minor: 'note', low: 'note', info: 'note', information: 'note', hint: 'note',
  advice: 'note', none: 'off', no: 'off', never: 'off', disable: 'off', disabled: 'off', ignore: 'off', false: 'off',
  true: 'warning',
};

/** The level that a word probably meant; null if none is near. */
export function nearLevel(word: string): Level | null {
  return LEVEL_WORDS[word.toLowerCase()] ?? nearName(word, LEVELS) as Level | null;
}
