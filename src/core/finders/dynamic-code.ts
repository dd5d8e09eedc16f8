import { calleeOf, callsOf } from '../syntax/calls.js';
import type { SyntaxNode } from '../syntax/node.js';
import type { ParsedSource } from '../syntax/source.js';
import type { Hit } from './finder.js';
import { hitAt } from './hits.js';

/** What `safety/dynamic-code` finds. */
export function findCalls({ tree }: ParsedSource, names: readonly string[]): Hit[] {
  return callsOf(tree, names)
    .filter((call) => names.includes(withoutPage(call)))
    .map((call) => tellDynamicCode(call, calleeOf(call)));
}

export function tellDynamicCode(node: SyntaxNode, name: string): Hit {
  return hitAt(node, `${name} runs text as code`);
}

/** The called function, without the global object that everything belongs to. */
export function withoutPage(call: SyntaxNode): string {
  return calleeOf(call).replace(/^(?:window|globalThis)\./, '');
}
