import { findCalls, tellDynamicCode } from '../../finders/dynamic-code.js';
import type { Hit } from '../../finders/finder.js';
import { argumentsOf, calleeOf, callsOf } from '../../syntax/calls.js';
import type { ParsedSource } from '../../syntax/source.js';

/** PHP's assert, and the pattern flag e, run texts that they are given. */
export function dynamicCodeInPhp(source: ParsedSource): Hit[] {
  const { tree } = source;
  const asserted = callsOf(tree, ['assert']).filter((call) =>
    /^\\?assert$/.test(calleeOf(call)) && /^(?:string|encapsed_string)$/.test(argumentsOf(call)[0]?.type ?? ''));
  const replaced = callsOf(tree, ['preg_replace']).filter((call) =>
    /^["']([/#~@|!]).*\1[a-zA-Z]*e[a-zA-Z]*["']$/.test(argumentsOf(call)[0]?.text ?? ''));
  return [
    ...findCalls(source, ['eval', 'create_function']),
    ...asserted.map((call) => tellDynamicCode(call, 'assert')),
    ...replaced.map((call) => tellDynamicCode(call, 'the flag e')),
  ];
}
