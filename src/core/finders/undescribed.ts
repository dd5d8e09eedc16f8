import { nameOf } from '../syntax/functions.js';
import { isComment, type SyntaxNode } from '../syntax/node.js';
import type { TreeFinder } from './finder.js';
import { byTree, hitAt, hitsOf, NO_HITS } from './hits.js';

/** What may stand between a comment and what it describes. */
const BETWEEN = new Set(['attribute_item', 'attribute_list', 'decorator']);

/** Finds what is public and has no comment before it. @param types the node types of what can be public. */
export function undescribed<Options>(types: readonly string[], isPublic: (node: SyntaxNode) => boolean): TreeFinder<Options> {
  return byTree(({ tree }) => hitsOf(tree.ofTypes(types), (node) => {
    const name = isPublic(node) && !isDescribed(node) ? nameOf(node) : null;
    return name === null ? NO_HITS : [hitAt(name, `${name.text} is public but not documented`)];
  }), types);
}

function isDescribed(node: SyntaxNode): boolean {
  // The comment before the first of a body stands before the body in some trees.
  let before = node.previous ?? (node.parentType === 'block' ? (node.parent as SyntaxNode).previous : null);
  while (before !== null && BETWEEN.has(before.type) && !/^#!?\[\s*doc\b/.test(before.text)) before = before.previous;
  return before !== null && (isComment(before) || BETWEEN.has(before.type));
}
