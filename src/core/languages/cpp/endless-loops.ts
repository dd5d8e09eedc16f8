import { isNamed } from '../../finders/endless-loops.js';
import type { SyntaxNode } from '../../syntax/node.js';

/** Whether a function refers to a name by another one, or takes its address. */
export function hasReference(name: string, owner: SyntaxNode): boolean {
  return new RegExp(`&\\s*\\w+\\s*=\\s*${name}\\b|&${name}\\b`).test(owner.text);
}

/** Whether an operation may change a name: any call may change its arguments, and a stream reads into its right side. */
export function changesOperand(operation: SyntaxNode, name: string): boolean {
  return operation.type !== 'binary_expression'
    || (operation.child('operator')?.text === '>>' && isNamed(name, operation.child('right')?.text ?? ''));
}
