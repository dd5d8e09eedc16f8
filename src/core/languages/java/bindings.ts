import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { bindingsIn, Scopes, type BindingKind, type Bindings, type Scope } from '../../syntax/bindings/scope.js';
import { References } from '../../syntax/bindings/references.js';

const PATTERNS = ['type_pattern', 'record_pattern_component'];

const SCOPES: ReadonlyMap<string, Scope['kind']> = new Map<string, Scope['kind']>([
  ...[
    'method_declaration', 'constructor_declaration', 'compact_constructor_declaration', 'lambda_expression', 'static_initializer',
  ]
    .map((type) => [type, 'function'] as const),
  ...[
    'block', 'constructor_body', 'for_statement', 'enhanced_for_statement', 'try_with_resources_statement', 'catch_clause',
    'switch_block',
  ]
    .map((type) => [type, 'block'] as const),
  ...['class_body', 'interface_body', 'enum_body', 'record_declaration'].map((type) => [type, 'class'] as const),
]);

const FUNCTION_BODY = new Set(
  ['method_declaration', 'constructor_declaration', 'compact_constructor_declaration', 'lambda_expression', 'static_initializer'],
);

/** The variables, parameters and fields of a Java file: JLS, section 6.3. Methods and types are left out. */
// elvar waive size/branches because the list of declarations is clearest in one piece
export function bindJava(tree: SyntaxTree): Bindings {
  const scopes = new Scopes(tree, SCOPES, ({ type, parent }) =>
    !(type === 'block' || type === 'constructor_body') || !FUNCTION_BODY.has(parent?.type ?? ''));
  const declared = new Set<SyntaxNode>();
  const add = (scope: Scope, kind: BindingKind, node: SyntaxNode | null): void => {
    if (node?.type !== 'identifier') return;
    declared.add(node);
    scope.declare(kind, node);
  };
  for (const node of tree.ofType('variable_declarator')) {
    const statement = node.parent as SyntaxNode;
    const kind = statement.type === 'local_variable_declaration' ? 'variable'
      : statement.type === 'spread_parameter' ? 'parameter'
      : 'field';
    add(
      kind === 'parameter' ? scopes.around(statement.parent as SyntaxNode) : scopes.around(statement), kind, node.child('name'),
    );
  }
  for (const node of tree.ofType('formal_parameter')) add(scopes.around(node), 'parameter', node.child('name'));
  for (const node of tree.ofType('inferred_parameters')) {
    for (const name of node.parts) add(scopes.around(node), 'parameter', name);
  }
  for (const node of tree.ofType('lambda_expression')) add(scopes.at(node), 'parameter', node.child('parameters'));
  for (const node of tree.ofType('catch_formal_parameter')) add(scopes.around(node), 'caught', node.child('name'));
  for (const node of tree.ofType('resource')) add(scopes.around(node), 'variable', node.child('name'));
  for (const node of tree.ofType('enhanced_for_statement')) add(scopes.at(node), 'loop', node.child('name'));
  for (const node of tree.ofType('instanceof_expression')) add(scopes.at(node), 'variable', node.child('name'));
  for (const node of tree.ofTypes(PATTERNS)) add(scopes.at(node), 'variable', node.last);
  const unresolved = new References(tree);
  for (const node of tree.ofType('identifier')) {
    if (declared.has(node) || !isReference(node)) continue;
    const { reads, writes } = usageOf(node);
    const binding = scopes.at(node).lookUp(node.text);
    (binding === null ? unresolved : binding.references).add(node.index, reads, writes);
  }
  return { file: scopes.file, all: bindingsIn(scopes), unresolved, isOpen: false, scopeAt: (node) => scopes.at(node) };
}

function isReference({ parent, field }: SyntaxNode): boolean {
  switch (parent?.type) {
    case 'method_invocation':
      return field !== 'name';
    case 'field_access':
      return field !== 'field';
    case 'method_declaration':
    case 'constructor_declaration':
    case 'class_declaration':
    case 'labeled_statement':
    case 'break_statement':
    case 'continue_statement':
    case 'annotation':
    case 'marker_annotation':
    case 'element_value_pair':
    case 'scoped_identifier':
    case 'import_declaration':
    case 'package_declaration':
      return false;
    default:
      return true;
  }
}

function usageOf(node: SyntaxNode): { readonly reads: boolean; readonly writes: boolean } {
  const parent = node.parent as SyntaxNode;
  const stands = parent.parent?.type === 'expression_statement';
  if (parent.type === 'assignment_expression' && node.field === 'left') {
    return { reads: !stands || parent.child('operator')?.text !== '=' ? !stands : false, writes: true };
  }
  if (parent.type === 'update_expression') return { reads: !stands, writes: true };
  return { reads: true, writes: false };
}
