import type { Repair } from '../model/repair.js';
import type { SyntaxNode } from './node.js';

/** Removes a node from a comma-separated list, with one comma. */
export function removalFromList(node: SyntaxNode): Repair {
  let after = node.next;
  while (after !== null && after.type !== ',') after = after.next;
  if (after !== null) {
    // What follows the comma moves to the node's place, unless a comment is in between.
    const next = after.next;
    return [{ start: node.start, end: next !== null && next.named ? next.start : after.end, text: '' }];
  }
  let before = node.previous;
  while (before !== null && before.type !== ',') before = before.previous;
  return [{ start: before?.start ?? node.start, end: node.end, text: '' }];
}

/** Removes a statement, and its line if nothing else is on it. @param text the whole text. */
export function removalOfStatement(node: SyntaxNode, text: string): Repair {
  const lineStart = text.lastIndexOf('\n', node.start - 1) + 1;
  const isFirst = text.slice(lineStart, node.start).trim() === '';
  const rest = /^[ \t]*(\r\n|\r|\n|$)/.exec(text.slice(node.end));
  if (isFirst && rest !== null) return [{ start: lineStart, end: node.end + rest[0].length, text: '' }];
  const blanks = /^[ \t]*/.exec(text.slice(node.end))?.[0].length ?? 0;
  return [{ start: node.start, end: node.end + blanks, text: '' }];
}
