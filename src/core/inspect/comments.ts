import type { Node } from 'web-tree-sitter';
import type { CommentSyntax } from '../model/language.js';
import type { SourceText } from '../model/source-text.js';

/** A comment: where it stands in the text, and what is written between its markers. */
export interface Comment {
  readonly start: number;
  /** Exclusive. */
  readonly end: number;
  readonly body: string;
}

const COMMENT_TYPES = ['comment', 'line_comment', 'block_comment', 'html_comment'];

/**
 * The comments of a file in the order of the text.
 * @param root the tree; null for a language without a grammar, whose lines are searched for comment markers. A
 * marker in a text of such a language is taken for a comment.
 */
export function findComments(text: SourceText, root: Node | null): Comment[] {
  if (root !== null) {
    return root.descendantsOfType(COMMENT_TYPES).map((node) => ({
      start: node.startIndex,
      end: node.endIndex,
      body: bodyOf(node.text, text.language.comments),
    }));
  }
  return text.lines.flatMap(({ start, text: line }) => commentOfLine(line, start, text.language.comments) ?? []);
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
    if (comment.startsWith(open)) {
      const inside = comment.slice(open.length, comment.endsWith(close) ? -close.length : undefined);
      return inside.replace(/^\*+/, '').trim();
    }
  }
  const marker = syntax.line.find((candidate) => comment.startsWith(candidate)) ?? '';
  return comment.slice(marker.length).trim();
}
