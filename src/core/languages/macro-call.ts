import type { SyntaxNode } from '../syntax/node.js';

/** Whether a node calls a macro, by its name: a macro may print its arguments as they are written. */
export function isMacroCall(node: SyntaxNode): boolean {
  return node.type === 'call_expression' && /^(?:assert|[A-Z][A-Z\d_]*)$/.test(node.child('function')?.text ?? '');
}
