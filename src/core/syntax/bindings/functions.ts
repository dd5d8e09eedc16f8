import { FUNCTIONS } from '../functions.js';
import type { SyntaxNode } from '../node.js';
import type { Binding } from './scope.js';

/** The function that a name stands for: declared by that name, or the value it is set to; null where it is none. */
export function functionOf({ node, kind }: Binding): SyntaxNode | null {
  const { parent } = node;
  if (parent === null) return null;
  if (kind === 'function') return FUNCTIONS.has(parent.type) ? parent : null;
  const value = parent.child('value') ?? (parent.type === 'assignment_expression' || parent.type === 'assignment' ? parent.child('right') : null);
  return value !== null && value !== node && FUNCTIONS.has(value.type) ? value : null;
}

/** Whether a name stands for a function. */
export function isFunctionBinding(binding: Binding): boolean {
  return functionOf(binding) !== null;
}
