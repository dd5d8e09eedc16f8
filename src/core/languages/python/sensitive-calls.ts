import { argumentsOf, calleeOf, methodOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';

export const SENSITIVE_IN_PYTHON = ['setlocale', 'strftime'];

export function isSensitiveInPython(call: SyntaxNode): boolean {
  const [first, second] = argumentsOf(call);
  if (calleeOf(call) === 'locale.setlocale') return second !== undefined && /^(?:''|"")$/.test(second.text);
  return methodOf(call) === 'strftime' && /%[aAbBcxXp]/.test([first, second].map((part) => part?.text ?? '').join(' '));
}
