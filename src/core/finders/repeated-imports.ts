import type { Repair } from '../model/repair.js';
import { functionAround } from '../syntax/functions.js';
import type { SyntaxNode } from '../syntax/node.js';
import type { ParsedSource } from '../syntax/source.js';
import type { Hit } from './finder.js';
import { hitAt, hitsOf, NO_HITS, OFFERED } from './hits.js';

export type OwnEdits = Extract<Repair, readonly unknown[]>;

type Merge = (first: SyntaxNode, second: SyntaxNode, text: string) => Repair | undefined;

/** @param keyOf the key that equal imports share; null for one that may be repeated. */
export function repeatedImports({ tree, text: { text } }: ParsedSource, types: readonly string[], keyOf: (
  node: SyntaxNode,
) => string | null, merge: Merge, isSafe: (first: SyntaxNode, second: SyntaxNode) => boolean = () => true): Hit[] {
  const first = new Map<string, SyntaxNode>();
  const latest = new Map<string, SyntaxNode>();
  const keyAround = (key: string, node: SyntaxNode): string => `${key} ${functionAround(node)?.start ?? ''}`;
  return hitsOf(tree.ofTypes(types).toSorted((a, b) => a.start - b.start), (node): readonly Hit[] => {
    const key = isInBranch(node) ? null : keyOf(node);
    if (key === null) return NO_HITS;
    const own = keyAround(key, node);
    // An import in a function may be deferred on purpose, though the file has another one.
    const before = first.get(own);
    // Merging each into the one before it halves their number in each round.
    const latestBefore = latest.get(own);
    if (before === undefined) {
      first.set(own, node);
      return NO_HITS;
    }
    latest.set(own, node);
    const target = latestBefore ?? before;
    return [hitAt(
      node,
      'this module is imported above already',
      node.parent === target.parent ? merge(target, node, text) : undefined,
      isSafe(target, node) ? undefined : OFFERED,
    )];
  });
}

/** Alternative ways to import the same thing, of which one is taken. */
function isInBranch(node: SyntaxNode): boolean {
  return node.parentType === 'block' && !/^(?:function_definition|class_definition)$/.test(node.parent?.parentType ?? '');
}
