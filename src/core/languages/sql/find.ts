import type { Hit, TextFinder } from '../../finders/finder.js';
import { hitsOf } from '../../finders/hits.js';
import { sqlCode, type Routine, type SqlCode } from './code.js';
import type { Token } from './tokens.js';

/** Finds in the code of a file of SQL. */
export function bySql<Options>(
  find: (code: SqlCode, options: Options, text: string, path: string) => readonly Hit[],
): TextFinder<Options> {
  return { by: 'text', find: (source, options) => find(sqlCode(source), options, source.text.text, source.text.path) };
}

/** Finds in each routine by itself. */
export function byRoutine<Options>(
  find: (routine: Routine, code: SqlCode, options: Options, text: string) => readonly Hit[],
): TextFinder<Options> {
  return bySql((code, options: Options, text) => hitsOf(code.routines, (routine) => find(routine, code, options, text)));
}

/** A finding that covers some tokens. */
export function tell(first: Token, message: string, last: Token = first): Hit {
  return { start: first.start, end: last.end, message };
}

/** How a routine is referred to: by its name or, for a block, by its first word. */
export function headOf({ name, from }: Routine, { tokens }: SqlCode): Token {
  return name ?? (tokens[from] as Token);
}

/** A name as it is written. */
export function writtenIn(text: string, { start, end, kind }: Token): string {
  return kind === 'name' ? text.slice(start + 1, end - 1) : text.slice(start, end);
}
