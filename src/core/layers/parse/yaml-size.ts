import { Lexer } from 'yaml';
import type { ProblemDetail } from '../../model/problem.js';

/** The most values in one file: far more than anybody writes, and few enough to be read in seconds. */
const MOST_VALUES = 100_000;

/** The most lines in one file: the parser takes as long for an empty one as for another. */
const MOST_LINES = 200_000;

/** The most anchors and aliases in one file: the parser searches the whole document for each. */
const MOST_ALIASES = 1_000;

/** What the lexer yields before a plain scalar or a block of text. */
const SCALAR = '\u001f';

/**
 * Checks whether a YAML text is too large to be parsed: the lexer takes a small part of the parser's time.
 * @returns what there is too much of, and the offset at which it becomes too much; null if the text may be parsed.
 */
export function excessIn(text: string): { readonly detail: ProblemDetail; readonly offset: number } | null {
  // Every value needs a character of its own, and something that separates it from the next one.
  if (text.length < MOST_ALIASES * 2) return null;
  const line = lineBeyond(text, MOST_LINES);
  if (line !== null) return { detail: { code: 'yaml-too-many', what: 'lines', limit: MOST_LINES }, offset: line };
  let values = 0;
  let aliases = 0;
  let offset = 0;
  let isContent = false;
  for (const lexeme of new Lexer().lex(text)) {
    if (isContent) isContent = false;
    else if (lexeme === SCALAR) {
      values += 1;
      isContent = true;
      continue;
    } else if (/^["'[{]/.test(lexeme)) values += 1;
    else if (/^[&*]/.test(lexeme)) aliases += 1;
    if (values > MOST_VALUES) return { detail: { code: 'yaml-too-many', what: 'values', limit: MOST_VALUES }, offset };
    if (aliases > MOST_ALIASES) return { detail: { code: 'yaml-too-many', what: 'aliases', limit: MOST_ALIASES }, offset };
    // Marks of the lexer stand for no text.
    if (!/^[\u0002\u0018\u001f\ufeff]/.test(lexeme)) offset += lexeme.length;
  }
  return null;
}

/** The offset in a text of the first line after so many; null if there are not so many. */
export function lineBeyond(text: string, most: number): number | null {
  let at = -1;
  for (let lines = 0; lines < most; lines += 1) {
    at = text.indexOf('\n', at + 1);
    if (at < 0) return null;
  }
  return at + 1 < text.length ? at + 1 : null;
}
