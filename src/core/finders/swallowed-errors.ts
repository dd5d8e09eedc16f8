import { syntaxOf } from '../syntax/language-syntax.js';
import type { SyntaxNode } from '../syntax/node.js';
import type { Hit } from './finder.js';

/** What `slips/swallowed-error` finds. */
export function judgeCatch(node: SyntaxNode): Hit | null {
  const body = node.child('body') ?? node.childOfType('block', 'compound_statement');
  if (body === null || !body.parts.every((
    part,
  ) => /^(?:pass_statement|continue_statement|empty_statement)$/.test(part.type) || isEllipsis(part))) return null;
  // In Python, a comment may be between the colon and the block.
  if (node.parts.some(({ type }) => type === 'comment') || isExplained(node, body)) return null;
  if (syntaxOf(node.tree).isUnneeded?.(node) === true) return null;
  const head = node.text.slice(0, body.start - node.start).split('\n', 1)[0]?.trimEnd() ?? '';
  return { start: node.start, end: node.start + Math.max(1, head.length), message: 'the error caught here is ignored' };
}

function isEllipsis(part: SyntaxNode): boolean {
  return part.type === 'expression_statement' && part.firstPart?.type === 'ellipsis';
}

/** In the tree, a comment at the end of the block's last line comes after the block. */
function isExplained(node: SyntaxNode, body: SyntaxNode): boolean {
  return body.next?.type === 'comment' || (node.next?.type === 'comment' && node.next.start - node.end < 4);
}
