import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { named, type DeclaredName } from '../../syntax/declared-name.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';

/** The names of values in Java. */
export function javaValues(tree: SyntaxTree): DeclaredName[] {
  // Java's serialization finds these fields by name.
  const chosen = bindingsOf(tree).all.filter(({ name }) => !/^serial(?:VersionUID|PersistentFields)$/.test(name));
  return chosen.flatMap(({ node }) => named(node, isConstant(node) ? 'constant' : 'variable'));
}

const LAMBDAS = new Set(['lambda_expression']);
const FIELDS = new Set(['field_declaration', 'local_variable_declaration', 'constant_declaration']);

function isConstant(node: SyntaxNode): boolean {
  // A parameter in what the constant stands for is none itself.
  if (node.closest(LAMBDAS) !== null) return false;
  const field = node.closest(FIELDS);
  if (field?.type === 'constant_declaration') return true;
  const modifiers = field?.type === 'field_declaration' ? (field.childOfType('modifiers')?.text ?? '') : '';
  return /\bstatic\b/.test(modifiers) && /\bfinal\b/.test(modifiers);
}
