import { diffLines } from 'diff';
import type { TextEdit } from 'vscode-languageserver';
import type { Edit } from '../core/base/edit.js';
import type { Positions } from './positions.js';

/** Edits with offsets as the client wants them. */
export function clientEdits(edits: readonly Edit[], positions: Positions): TextEdit[] {
  return edits.map(
    ({ start, end, text }) => ({ range: { start: positions.positionAt(start), end: positions.positionAt(end) }, newText: text }),
  );
}

/** The edits that make one text of another, line by line: what stays is left alone, and with it the client's marks and folds. */
export function editsBetween(before: string, after: string): Edit[] {
  const edits: Edit[] = [];
  let offset = 0;
  let open: { start: number; end: number; text: string } | null = null;
  for (const { value, added, removed } of diffLines(before, after)) {
    if (added !== true && removed !== true) {
      if (open !== null) edits.push(open);
      open = null;
      offset += value.length;
      continue;
    }
    open ??= { start: offset, end: offset, text: '' };
    if (added === true) open.text += value;
    else open.end = offset += value.length;
  }
  if (open !== null) edits.push(open);
  return edits;
}
