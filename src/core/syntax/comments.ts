import type { CommentSyntax } from '../base/language.js';
import type { SourceText } from '../base/source-text.js';
import { memoized } from './memo.js';
import { COMMENTS } from './node.js';
import { END, SHIFT, START } from './node-table.js';
import type { Source } from './source.js';
import type { SyntaxTree } from './node.js';

/** A comment: its place in the text, and what is between its markers. */
export interface Comment {
  readonly start: number;
  /** Exclusive. */
  readonly end: number;
  readonly body: string;
}

/** A comment of a file with a grammar. Its text is rarely needed, so it is read on demand. */
class TreeComment implements Comment {
  private written: string | null = null;

  constructor(readonly start: number, readonly end: number, private readonly source: SourceText) {}

  get body(): string {
    return this.written ??= bodyOf(this.source.text.slice(this.start, this.end), this.source.language.comments);
  }
}

/**
 * The comments of a file in text order. In a language without a grammar, lines are searched for comment
 * markers, and a marker inside a string is taken for a comment.
 */
export const commentsOf = memoized(({ text, tree }: Pick<Source, 'text' | 'tree' | 'memo'>): readonly Comment[] =>
  findComments(text, tree));

function findComments(text: SourceText, tree: SyntaxTree | null): Comment[] {
  const syntax = text.language.comments;
  if (tree !== null) {
    const comments: Comment[] = [];
    const { table } = tree;
    const kinds = tree.kindsOf(COMMENTS);
    const numbers = tree.numbersOf(COMMENTS);
    for (let index = 0; index < numbers.length; index += 1) {
      const at = (numbers[index] as number) << SHIFT;
      comments.push(new TreeComment(table[at + START] as number, table[at + END] as number, text));
    }
    return kinds.length < 2 ? comments : comments.sort((a, b) => a.start - b.start);
  }
  return text.lines.flatMap(({ start, text: line }) => commentOfLine(line, start, syntax) ?? []);
}

function commentOfLine(line: string, start: number, syntax: CommentSyntax): Comment | null {
  for (const [open, close] of syntax.block) {
    const from = line.indexOf(open);
    const to = from < 0 ? -1 : line.indexOf(close, from + open.length);
    if (to >= 0) return { start: start + from, end: start + to + close.length, body: line.slice(from + open.length, to).trim() };
  }
  for (const marker of syntax.line) {
    const from = line.indexOf(marker);
    if (from >= 0) return { start: start + from, end: start + line.length, body: line.slice(from + marker.length).trim() };
  }
  return null;
}

function bodyOf(comment: string, syntax: CommentSyntax): string {
  for (const [open, close] of syntax.block) {
    if (!comment.startsWith(open)) continue;
    let start = open.length;
    const end = comment.endsWith(close) ? Math.max(start, comment.length - close.length) : comment.length;
    while (start < end && comment[start] === '*') start += 1;
    return comment.slice(start, end).trim();
  }
  const marker = syntax.line.find((candidate) => comment.startsWith(candidate)) ?? '';
  return comment.slice(marker.length).trim();
}

/** Whether a comment is documentation: it begins with two stars or three slashes. */
export function isDocumentation(written: string): boolean {
  return (written.startsWith('/**') && !written.startsWith('/**/'))
    || written.startsWith('///') || written.startsWith('//!') || written.startsWith('/*!');
}
