import type { Refusal } from '../../core/cascade/refusals.js';
import { formatSource } from './origin.js';
import { count, listed, listedUpTo } from './words.js';

/** The most rules named. */
const MOST_RULES = 3;

/** What a guard refuses, as a sentence. */
export function refusalText({ statement, guard, rules, parts, files }: Refusal): string {
  const what = listed([...parts].map((part) => part.replace(/^options\./, '')));
  return `The guard in ${formatSource(guard)} refuses ${formatSource(statement)}: ${what} of `
    + `${listedUpTo(MOST_RULES, [...rules], 'rule')}, in ${count(files.size, 'file')}.`;
}
