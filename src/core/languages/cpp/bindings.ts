import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { bindingsIn, Scopes, type BindingKind, type Bindings, type Scope } from '../../syntax/bindings/scope.js';
import { References } from '../../syntax/bindings/references.js';

const PARAMETERS = ['parameter_declaration', 'optional_parameter_declaration'];

const SCOPES: ReadonlyMap<string, Scope['kind']> = new Map<string, Scope['kind']>([
  ...['function_definition', 'lambda_expression'].map((type) => [type, 'function'] as const),
  ...[
    'compound_statement', 'for_statement', 'for_range_loop', 'if_statement', 'while_statement', 'switch_statement',
    'catch_clause',
  ]
    .map((type) => [type, 'block'] as const),
  ...['class_specifier', 'struct_specifier', 'union_specifier', 'namespace_definition'].map((type) => [type, 'class'] as const),
]);

/** The variables and parameters of a C or C++ file. Uses are not recorded: macros hide too much. */
export function bindCpp(tree: SyntaxTree): Bindings {
  const scopes = new Scopes(tree, SCOPES, ({ type, parent }) =>
    type !== 'compound_statement' || SCOPES.get(parent?.type ?? '') !== 'function');
  const add = (kind: BindingKind, at: SyntaxNode, declarator: SyntaxNode | null): void => {
    for (const name of declaredNames(declarator)) scopes.at(at).declare(kind, name);
  };
  for (const node of tree.ofType('declaration')) {
    for (const declarator of node.childrenOf('declarator')) add('variable', node, declarator);
  }
  for (const node of tree.ofType('for_range_loop')) add('loop', node, node.child('declarator'));
  for (const node of tree.ofTypes(PARAMETERS)) {
    const holder = definitionOf(node);
    if (holder !== null) add(holder.type === 'catch_clause' ? 'caught' : 'parameter', holder, node.child('declarator'));
  }
  return {
    file: scopes.file,
    all: bindingsIn(scopes),
    unresolved: new References(tree),
    isOpen: true,
    scopeAt: (node) => scopes.at(node),
  };
}

/** The owner of a parameter; null if the function is only declared. */
function definitionOf(parameter: SyntaxNode): SyntaxNode | null {
  let node = parameter.parent;
  while (node !== null
      && /^(?:parameter_list|function_declarator|abstract_function_declarator|pointer_declarator|reference_declarator)$/.test(
        node.type,
      )) {
    node = node.parent;
  }
  return node !== null && /^(?:function_definition|lambda_expression|catch_clause)$/.test(node.type) ? node : null;
}

function declaredNames(declarator: SyntaxNode | null): SyntaxNode[] {
  switch (declarator?.type) {
    case 'identifier':
      return [declarator];
    case 'init_declarator':
    case 'pointer_declarator':
    case 'array_declarator':
      return declaredNames(declarator.child('declarator'));
    case 'reference_declarator':
      return declaredNames(declarator.firstPart);
    case 'structured_binding_declarator':
      return declarator.parts;
    default:
      return [];
  }
}
