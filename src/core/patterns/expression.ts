import { RE2JS } from 're2js';
import { fillIn } from '../base/fill-in.js';
import type { OptionValues } from '../model/option.js';

/**
 * Thrown when a house rule's search is stopped: it took too long, had too many matches in progress, or is too large with the
 * options that hold.
 */
export class SearchStopped extends Error {
  override readonly name = 'SearchStopped';
}

/** The regular expression of a house rule with its options inserted. @throws Error if it is not valid. */
export function compileExpression(pattern: string, options: OptionValues): RE2JS {
  const filled = fillExpression(pattern, options);
  if (filled.length > LONGEST_SOURCE) throw new SearchStopped(tooLong());
  return RE2JS.compile(filled, RE2JS.MULTILINE);
}

/** Inserts option values into a regular expression: texts literally, a list as a choice of its items. */
export function fillExpression(pattern: string, options: OptionValues): string {
  return fillIn(pattern, (name) => {
    const value = options[name];
    if (value === undefined) return undefined;
    return Array.isArray(value) ? `(?:${value.map((item) => RE2JS.quote(String(item))).join('|')})` : RE2JS.quote(String(value));
  });
}

/** The longest query or regular expression, with its options filled in, in characters. */
export const LONGEST_SOURCE = 100_000;

/** Why a longer one is refused. */
export function tooLong(): string {
  return `it is longer than ${LONGEST_SOURCE.toLocaleString('en')} characters`;
}
