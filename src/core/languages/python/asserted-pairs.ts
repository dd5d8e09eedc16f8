import type { Hit } from '../../finders/finder.js';
import { hitAt, NO_HITS } from '../../finders/hits.js';
import type { SyntaxTree } from '../../syntax/node.js';

/** Tuples that are asserted, where a condition and a message were meant. */
export function assertedPairs(tree: SyntaxTree): readonly Hit[] {
  return tree.ofType('assert_statement').flatMap(({ firstPart }): readonly Hit[] =>
    (firstPart?.type === 'tuple' && firstPart.parts.length > 0 ? [hitAt(firstPart, 'this is always true')] : NO_HITS));
}
