import { argumentsOf, calleeOf, methodOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';

const FORMATTERS = ['NumberFormat', 'DateTimeFormat', 'Collator', 'PluralRules', 'RelativeTimeFormat', 'ListFormat', 'Segmenter'];

export const SENSITIVE_IN_SCRIPT = [
  ...FORMATTERS,
  'localeCompare',
  'toLocaleString',
  'toLocaleDateString',
  'toLocaleTimeString',
  'toLocaleLowerCase',
  'toLocaleUpperCase',
];

export function isSensitiveInScript(call: SyntaxNode): boolean {
  const given = argumentsOf(call);
  const names = (index: number): boolean => given[index] !== undefined
    && given[index].type !== 'undefined' && !(given[index].type === 'array' && given[index].parts.length === 0);
  const method = methodOf(call);
  // Whoever asks what the machine uses wants to know just that.
  if (FORMATTERS.includes(method)) {
    return calleeOf(call) === `Intl.${method}` && !names(0) && call.parent?.child('property')?.text !== 'resolvedOptions';
  }
  return method === 'localeCompare' ? !names(1) : !names(0);
}
