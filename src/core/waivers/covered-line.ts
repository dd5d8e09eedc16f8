import type { SourceText } from '../base/source-text.js';
import { allComments } from '../syntax/embedded-comments.js';
import { memoized } from '../syntax/memo.js';
import { isComment } from '../syntax/node.js';
import type { Source } from '../syntax/source.js';

interface Stretch {
  readonly start: number;
  readonly end: number;
}

/** The stretch of a comment, including JSX braces that contain nothing else. */
export function withBraces(comment: Stretch, source: Source): Stretch {
  const silent = silentStretches(source);
  // The last one that begins at the comment or before it: they lie one after another.
  let [low, high] = [0, silent.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((silent[middle] as Stretch).start <= comment.start) low = middle + 1;
    else high = middle;
  }
  const around = silent[low - 1];
  return around !== undefined && comment.end <= around.end ? around : comment;
}

/** The line that a waiver without a place word covers: its own if code precedes it there, else the next line with code. */
export function coveredLine(comment: Stretch, source: Source): number | null {
  const { text } = source;
  const around = withBraces(comment, source);
  const first = text.positionAt(around.start);
  if (text.lineText(first.line).slice(0, first.column - 1).trim() !== '') return text.positionAt(comment.start).line;
  return nextLines(source)[text.positionAt(around.end).line - 1] ?? null;
}

/** Comments, including the JSX braces around one: they contain no code. In text order. */
const silentStretches = memoized((source: Source): readonly Stretch[] => {
  const braced = (source.tree?.ofType('jsx_expression') ?? []).filter(({ parts }) => parts.length > 0 && parts.every(isComment));
  const comments = allComments(source).filter(({ start, end }) => !braced.some((node) => node.start <= start && end <= node.end));
  return [...comments, ...braced].map(({ start, end }) => ({ start, end })).sort((a, b) => a.start - b.start);
});

/** For each line, the first one from there on that contains anything but blanks and comments; null if there is none. */
const nextLines = memoized((source: Source): readonly (number | null)[] => {
  const withCode = linesWithCode(silentStretches(source), source.text);
  const next: (number | null)[] = [];
  for (let line = withCode.length; line > 0; line -= 1) next[line - 1] = withCode[line - 1] === true ? line : next[line] ?? null;
  return next;
});

function linesWithCode(silent: readonly Stretch[], { text, starts, ends }: SourceText): boolean[] {
  let at = 0;
  return starts.map((start, index) => {
    let offset = start;
    const end = ends[index] as number;
    // One that begins here may go on in the next lines.
    while (at < silent.length && (silent[at] as Stretch).end <= start) at += 1;
    for (let next = at; ; next += 1) {
      while (offset < end && /\s/.test(text[offset] as string)) offset += 1;
      const stretch = silent[next];
      if (offset >= end || stretch === undefined || stretch.start > offset) return offset < end;
      offset = Math.max(offset, stretch.end);
    }
  });
}
