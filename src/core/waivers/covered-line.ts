import type { SourceText } from '../model/source-text.js';
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
  return silentStretches(source).find(({ start, end }) => start <= comment.start && comment.end <= end) ?? comment;
}

/** The line that a waiver without a place word covers: its own if code precedes it there, else the next line with code. */
export function coveredLine(comment: Stretch, source: Source): number | null {
  const { text } = source;
  const silent = silentStretches(source);
  const around = withBraces(comment, source);
  const first = text.positionAt(around.start);
  if (text.lineText(first.line).slice(0, first.column - 1).trim() !== '') return text.positionAt(comment.start).line;
  for (let line = text.positionAt(around.end).line; line <= text.starts.length; line += 1) {
    if (hasCode(line, silent, text)) return line;
  }
  return null;
}

/** Comments, including the JSX braces around one: they contain no code. In text order. */
const silentStretches = memoized((source: Source): readonly Stretch[] => {
  const braced = (source.tree?.ofType('jsx_expression') ?? []).filter(({ parts }) => parts.length > 0 && parts.every(isComment));
  const comments = allComments(source).filter(({ start, end }) => !braced.some((node) => node.start <= start && end <= node.end));
  return [...comments, ...braced].map(({ start, end }) => ({ start, end })).sort((a, b) => a.start - b.start);
});

/** Whether a line contains anything but blanks and comments. */
function hasCode(line: number, silent: readonly Stretch[], { text, starts, ends }: SourceText): boolean {
  let offset = starts[line - 1] as number;
  const end = ends[line - 1] as number;
  const skipBlanks = (): void => {
    while (offset < end && /\s/.test(text[offset] as string)) offset += 1;
  };
  skipBlanks();
  for (const stretch of silent) {
    if (offset >= end || stretch.start > offset) break;
    if (offset < stretch.end) {
      offset = stretch.end;
      skipBlanks();
    }
  }
  return offset < end;
}
