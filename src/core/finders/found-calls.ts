import { calleeOf, callsOf } from '../syntax/calls.js';
import type { SyntaxNode } from '../syntax/node.js';
import type { ParsedSource } from '../syntax/source.js';
import type { Hit, TreeFinder } from './finder.js';
import { byTree, hitAt, hitsOf, NO_HITS, type Sureness } from './hits.js';

/** Calls to look for. */
interface WantedCalls {
  /** The names without what stands before them: most files have none of them. */
  readonly names: readonly string[];
  /** The whole callee, as written. */
  readonly callee: RegExp;
  /** What is said of a call; null if this one is meant. */
  readonly tell: (call: SyntaxNode, callee: string) => string | null;
  readonly sureness?: Sureness;
}

/** Finds calls by what they call. */
export function byCalls<Options>({ names, callee, tell, sureness }: WantedCalls): TreeFinder<Options> {
  return byTree(({ tree }: ParsedSource): Hit[] => hitsOf(callsOf(tree, names), (call): readonly Hit[] => {
    const called = calleeOf(call);
    const message = callee.test(called) ? tell(call, called) : null;
    return message === null ? NO_HITS : [hitAt(call, message, undefined, sureness)];
  }));
}
