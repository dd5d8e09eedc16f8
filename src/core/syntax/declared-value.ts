import { bindingsOf } from './bindings/bindings.js';
import type { SyntaxNode } from './node.js';

/** What a name stands for, if it is declared once with a value and never changes; otherwise the node itself. */
export function declaredValue(node: SyntaxNode): SyntaxNode {
  if (node.type !== 'identifier' && node.type !== 'variable_name') return node;
  const binding = bindingsOf(node.tree).scopeAt(node).lookUp(node.text);
  if (binding === null || binding.declarations.length > 1 || binding.references.areWritten) return node;
  const { parent } = binding.node;
  const value = /^(?:variable_declarator|assignment|assignment_expression)$/.test(parent?.type ?? '')
    ? (parent?.child('value') ?? parent?.child('right'))
    : null;
  return value ?? node;
}
