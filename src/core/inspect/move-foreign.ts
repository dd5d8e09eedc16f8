import type { Edit } from '../base/edit.js';
import type { SourceText } from '../base/source-text.js';
import { stretchOf } from './foreign-hits.js';
import type { Tools } from './inspect-file.js';

/**
 * The same tools for a text that has been edited: what another program found, and what is known by the whole project, moves along
 * with the code.
 * @param text as it was.
 */
export function afterEdits(tools: Tools, text: SourceText, edits: readonly Edit[]): Tools {
  if (edits.length === 0) return tools;
  const { path } = text;
  const { project } = tools;
  const known = project?.(path) ?? null;
  const moved = withForeignMoved(tools, text, edits);
  if (known === null || known.hits.length === 0) return moved;
  const hits = known.hits.map((hit) => ({ ...hit, start: movedOffset(hit.start, edits), end: movedOffset(hit.end, edits) }));
  return { ...moved, project: (own) => (own === path ? { ...known, hits } : project?.(own) ?? null) };
}

function withForeignMoved(tools: Tools, text: SourceText, edits: readonly Edit[]): Tools {
  const { path } = text;
  const { foreign } = tools;
  const found = foreign?.(path) ?? [];
  if (found.length === 0) return tools;
  const moved = found.map((hit) => {
    const { start, end } = stretchOf(text, hit.region);
    const offset = movedOffset(start, edits);
    return { ...hit, region: { by: 'offset', offset, length: Math.max(0, movedOffset(end, edits) - offset) } } as const;
  });
  return { ...tools, foreign: (own) => (own === path ? moved : foreign?.(own) ?? []) };
}

/**
 * Where a place is after edits; text inserted at it comes before it. Within replaced text it moves to the start of the new one.
 */
function movedOffset(offset: number, edits: readonly Edit[]): number {
  let moved = offset;
  for (const { start, end, text } of edits) {
    if (end <= offset) moved += text.length - (end - start);
    else if (start < offset) moved += start - offset;
  }
  return moved;
}
