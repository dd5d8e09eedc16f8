import { findCalls, tellDynamicCode, withoutPage } from '../../finders/dynamic-code.js';
import type { Hit } from '../../finders/finder.js';
import { argumentsOf, calleeOf, callsOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';

const TIMERS = ['setTimeout', 'setInterval'];

/** Other ways to write a call of eval: without a receiver, so that it runs in the global scope, or by its name as text. */
const INDIRECT = [
  '(0, eval)',
  '(0,eval)',
  '(1, eval)',
  '(1,eval)',
  ...['window', 'globalThis', 'self', 'global'].flatMap((object) => [`${object}['eval']`, `${object}["eval"]`]),
];

/** Functions of Node's module vm, and its class. */
const IN_NODE = ['runInNewContext', 'runInThisContext', 'runInContext', 'Script'];

export function dynamicCodeInScript(source: ParsedSource): Hit[] {
  const { tree } = source;
  const timers = callsOf(tree, TIMERS).filter((call) => TIMERS.includes(withoutPage(call)) && isText(argumentsOf(call)[0]));
  const handlers = callsOf(tree, ['setAttribute']).filter((call) =>
    /^["']on[a-z]+["']$/.test(argumentsOf(call)[0]?.text ?? '') && isText(argumentsOf(call)[1]));
  return [
    ...findCalls(source, ['eval', 'Function']).filter((hit) => !IS_GLOBAL.test(source.text.text.slice(hit.start, hit.end))),
    // To run "this" is the old way to get the global object.
    ...callsOf(tree, INDIRECT)
      .filter((call) => !/^["']this["']$/.test(argumentsOf(call)[0]?.text ?? ''))
      .map((call) => tellDynamicCode(call, 'eval')),
    ...callsOf(tree, IN_NODE)
      .filter((call) => /^vm\.\w+$/.test(calleeOf(call)))
      .map((call) => tellDynamicCode(call, calleeOf(call))),
    ...timers.map((call) => tellDynamicCode(call, calleeOf(call))),
    ...handlers.map((call) => tellDynamicCode(call, 'the attribute')),
  ];
}

/** The old way to get the global object. */
const IS_GLOBAL = /^(?:new\s+)?Function\(\s*["']return this;?["']\s*\)$/;

/** Whether a value is a text, or a text joined with something. */
function isText(node: SyntaxNode | undefined): boolean {
  if (node === undefined) return false;
  return /^(?:string|template_string)$/.test(node.type) || (node.type === 'binary_expression' && node.parts.some(isText));
}
