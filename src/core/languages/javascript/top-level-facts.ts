import type { SyntaxNode } from '../../syntax/node.js';
import type { DeclaredKind } from '../../facts/facts.js';

const KINDS: Readonly<Record<string, DeclaredKind>> = {
  function_declaration: 'function',
  generator_function_declaration: 'function',
  function_signature: 'signature',
  class_declaration: 'class',
  abstract_class_declaration: 'class',
  interface_declaration: 'type', type_alias_declaration: 'type', enum_declaration: 'value', internal_module: 'value',
  module: 'value',
};
const VARIABLES = new Set(['lexical_declaration', 'variable_declaration']);

/** What is declared at the top of a file. */
export interface TopLevel {
  readonly node: SyntaxNode;
  readonly nameNode: SyntaxNode;
  readonly kind: DeclaredKind;
}

/** What is declared at the top of a file, by name. */
export function topLevel(root: SyntaxNode): Map<string, TopLevel> {
  const all = new Map<string, TopLevel>();
  for (const statement of root.parts) {
    for (const one of declaredBy(
      statement.type === 'export_statement' ? (statement.child('declaration') ?? statement) : statement,
    )) {
      if (!all.has(one.nameNode.text)) all.set(one.nameNode.text, one);
    }
  }
  return all;
}

/** The names that a statement declares. */
export function declaredBy(statement: SyntaxNode): TopLevel[] {
  if (statement.type === 'ambient_declaration') return statement.parts.flatMap(declaredBy);
  if (statement.type === 'expression_statement') {
    return statement.parts.flatMap((part) => (part.type === 'internal_module' ? declaredBy(part) : []));
  }
  if (VARIABLES.has(statement.type)) return statement.parts.flatMap((declarator) => (declarator.type === 'variable_declarator'
    ? namesIn(declarator.child('name')).map((nameNode) => ({ node: declarator, nameNode, kind: 'value' as const }))
    : []));
  const [kind, nameNode] = [KINDS[statement.type], statement.child('name')];
  return kind === undefined || nameNode === null ? [] : [{ node: statement, nameNode, kind }];
}

/** The names that a pattern declares. */
function namesIn(pattern: SyntaxNode | null): SyntaxNode[] {
  switch (pattern?.type) {
    case 'identifier':
    case 'shorthand_property_identifier_pattern':
      return [pattern];
    case 'object_pattern':
    case 'array_pattern':
    case 'rest_pattern':
      return pattern.parts.flatMap(namesIn);
    case 'pair_pattern':
      return namesIn(pattern.child('value'));
    case 'object_assignment_pattern':
    case 'assignment_pattern':
      return namesIn(pattern.child('left'));
    default:
      return [];
  }
}
