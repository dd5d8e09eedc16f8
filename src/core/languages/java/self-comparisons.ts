import type { Hit } from '../../finders/finder.js';
import { hitAt, hitsOf, NO_HITS } from '../../finders/hits.js';
import { argumentsOf, callsOf, objectOf } from '../../syntax/calls.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';

const NAMES_OF_METHODS = ['equals', 'compareTo', 'equalsIgnoreCase'];

/** What a method compares with itself. */
export function comparedByMethods(tree: SyntaxTree): readonly Hit[] {
  return hitsOf(callsOf(tree, NAMES_OF_METHODS), comparedByMethod);
}

function comparedByMethod(call: SyntaxNode): readonly Hit[] {
  const [given, ...more] = argumentsOf(call);
  const object = objectOf(call);
  return given !== undefined && more.length === 0 && object !== null && object.text === given.text && /^[\w.]+$/.test(given.text)
    ? [hitAt(call, `${given.text} is compared with itself`)]
    : NO_HITS;
}
