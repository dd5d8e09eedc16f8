import type { Refusal } from '../../core/cascade/refusals.js';
import { formatSource } from './origin.js';
import { count, listed } from './words.js';

/** The most rules named. */
const MOST_RULES = 3;

/** What a guard refuses, as a sentence. */
export function refusalText({ statement, guard, rules, parts, files }: Refusal): string {
  const [first, ...more] = [...rules];
  const named = rules.size > MOST_RULES ? `${first} and ${count(more.length, 'more rule')}` : listed([...rules]);
  const what = listed([...parts].map((part) => part.replace(/^options\./, '')));
  return `The guard in ${formatSource(guard)} refuses ${formatSource(statement)}: ${what} of ${named}, in ${count(files.size, 'file')}.`;
}
