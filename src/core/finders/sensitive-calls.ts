import { callsOf, methodOf } from '../syntax/calls.js';
import type { SyntaxNode } from '../syntax/node.js';
import type { ParsedSource } from '../syntax/source.js';
import type { Hit } from './finder.js';
import { hitAt } from './hits.js';

/** @param names the methods that `isSensitive` may accept. */
export function sensitiveCalls(
  { tree }: ParsedSource, names: readonly string[], isSensitive: (call: SyntaxNode) => boolean,
): Hit[] {
  return callsOf(tree, names)
    .filter(isSensitive)
    .map((call) => hitAt(call, `${methodOf(call)} uses the language of the machine here`));
}
