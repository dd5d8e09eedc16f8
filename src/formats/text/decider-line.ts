import type { Decision } from '../../core/model/statement.js';
import { formatSource } from './origin.js';

/** The line in the project that decided a level, and what it is about in a sentence; null if no line did. */
export function deciderLine(
  { trail, by }: Decision,
): { readonly file: string; readonly line: number; readonly text: string } | null {
  const statement = trail[by]?.statement;
  // Where a setting of the command line stands, no file says.
  if (statement === undefined || statement.place === null || statement.kind === 'set') return null;
  // Of a preset from elsewhere, the line that adopts it is the nearest in the project.
  const place = [statement.place, ...statement.layer.through.toReversed()].find(({ file }) => isInProject(file));
  return place === undefined
    ? null
    : { file: place.file, line: place.line, text: `The level is decided by ${formatSource(statement)}.` };
}

/** Whether a file is one of the project: presets from elsewhere have an address, the personal layer a path from the top. */
function isInProject(file: string): boolean {
  return !/^(?:[a-z][a-z+]+:|\/|\.\.\/|~)/.test(file);
}
