import { tellDynamicCode } from '../../finders/dynamic-code.js';
import type { Hit } from '../../finders/finder.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { argumentsOf, calleeOf, callsOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';

export function dynamicCodeInPython(source: ParsedSource): Hit[] {
  const { tree } = source;
  return [
    ...callsOf(tree, ['eval', 'exec']).filter((call) =>
      /^(?:builtins\.)?(?:eval|exec)$/.test(calleeOf(call)) && !isCompiled(argumentsOf(call)[0])),
    ...callsOf(tree, ['compile']).filter((call) =>
      /^(?:builtins\.)?compile$/.test(calleeOf(call)) && argumentsOf(call).length > 1),
  ]
    .filter((call) => bindingsOf(tree).scopeAt(call).lookUp(calleeOf(call)) === null)
    .map((call) => tellDynamicCode(call, calleeOf(call)));
}

/** Whether the text is compiled on the spot: the call that does it is reported. */
function isCompiled(node: SyntaxNode | undefined): boolean {
  return node?.type === 'call' && calleeOf(node) === 'compile';
}
