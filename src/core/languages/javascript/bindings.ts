import { isComment, type SyntaxNode } from '../../syntax/node.js';
import type { SyntaxTree } from '../../syntax/node.js';
import { bindingsIn, Scopes, type BindingKind, type Bindings, type Scope } from '../../syntax/bindings/scope.js';
import { markExports } from './exported-names.js';
import { findReferences } from './references.js';

const SCOPES: ReadonlyMap<string, Scope['kind']> = new Map<string, Scope['kind']>([
  ...[
    'function_declaration', 'function_expression', 'arrow_function', 'generator_function', 'generator_function_declaration',
    'method_definition',
      'class_static_block', 'function_type', 'constructor_type', 'function_signature', 'method_signature',
    'abstract_method_signature',
      'call_signature', 'construct_signature', 'internal_module', 'module',
  ].map((type) => [type, 'function'] as const),
  ...[
    'statement_block', 'for_statement', 'for_in_statement', 'switch_body', 'catch_clause', 'interface_declaration',
    'type_alias_declaration',
      'mapped_type_clause', 'conditional_type',
  ].map((type) => [type, 'block'] as const),
  ...['class', 'class_declaration', 'abstract_class_declaration'].map((type) => [type, 'class'] as const),
]);

/** The block of a function or catch clause shares the scope of its parameters. */
function isOwnScope({ type, parent }: SyntaxNode): boolean {
  if (type !== 'statement_block' || parent === null) return true;
  return parent.type === 'catch_clause' || SCOPES.get(parent.type) !== 'function';
}

/** The names of a JavaScript or TypeScript file: ECMA-262, section 8.2, "Scope Analysis". Types and values share one space. */
export function bindScript(tree: SyntaxTree): Bindings {
  const scopes = new Scopes(tree, SCOPES, isOwnScope);
  // 1 for each node that declares a name.
  const declared = new Uint8Array(tree.size);
  const add = (scope: Scope, kind: BindingKind, node: SyntaxNode | null): void => {
    if (node === null) return;
    declared[node.index] = 1;
    scope.declare(kind, node);
  };
  declareVariables(tree, scopes, add);
  declareParameters(tree, scopes, add);
  declareFunctionsAndTypes(tree, scopes, add);
  declareImports(tree, scopes, add);
  const all = bindingsIn(scopes);
  const { unresolved, usesEval } = findReferences(tree, scopes, all, declared);
  markExports(tree, scopes, all);
  const isOpen = usesEval || tree.ofType('with_statement').length > 0;
  return { file: scopes.file, all, unresolved, isOpen, scopeAt: (node) => scopes.at(node) };
}

type Add = (scope: Scope, kind: BindingKind, node: SyntaxNode | null) => void;

function declareVariables(tree: SyntaxTree, scopes: Scopes, add: Add): void {
  const declarators = tree.ofType('variable_declarator');
  for (let at = 0; at < declarators.length; at += 1) {
    const node = declarators[at] as SyntaxNode;
    const statement = node.parent as SyntaxNode;
    const scope = scopes.around(statement);
    const kind = statement.type !== 'variable_declaration' && tree.typeAt(statement.index + 1) === 'const'
      ? 'constant'
      : 'variable';
    const target = statement.type === 'variable_declaration' ? scope.functionScope : scope;
    addNames(node.child('name'), target, kind, add);
  }
  // The grammar takes `using berth = open()` (TypeScript 5.2) for an assignment.
  for (const { parent } of tree.ofType('using')) {
    if (parent?.type === 'assignment_expression') addNames(parent.child('left'), scopes.around(parent), 'loop', add);
  }
  for (const node of tree.ofType('for_in_statement')) {
    const word = node.child('kind');
    if (word === null) continue;
    const scope = scopes.at(node);
    addNames(node.child('left'), word.text === 'var' ? scope.functionScope : scope, 'loop', add);
  }
  for (const node of tree.ofType('catch_clause')) addNames(node.child('parameter'), scopes.at(node), 'caught', add);
}

function declareParameters(tree: SyntaxTree, scopes: Scopes, add: Add): void {
  const lists = tree.ofType('formal_parameters');
  for (let at = 0; at < lists.length; at += 1) {
    const list = lists[at] as SyntaxNode;
    const scope = scopes.around(list);
    for (const part of list.parts) {
      if (isComment(part)) continue;
      addNames(
        part.type === 'required_parameter' || part.type === 'optional_parameter' ? part.child('pattern') : part,
        scope,
        'parameter',
        add,
      );
    }
  }
  for (const node of tree.ofType('arrow_function')) add(scopes.at(node), 'parameter', node.child('parameter'));
  for (const node of tree.ofType('type_parameter')) add(scopes.around(node), 'type-parameter', node.child('name'));
  for (const node of tree.ofType('mapped_type_clause')) add(scopes.at(node), 'type-parameter', node.child('name'));
  for (const node of tree.ofType('infer_type')) add(scopes.at(node), 'type-parameter', node.childOfType('type_identifier'));
}

function declareFunctionsAndTypes(tree: SyntaxTree, scopes: Scopes, add: Add): void {
  for (const type of ['function_declaration', 'generator_function_declaration', 'function_signature']) {
    for (const node of tree.ofType(type)) add(scopes.around(node), 'function', node.child('name'));
  }
  for (const type of ['function_expression', 'generator_function']) {
    for (const node of tree.ofType(type)) add(scopes.at(node), 'function', node.child('name'));
  }
  for (const type of ['class_declaration', 'abstract_class_declaration']) {
    for (const node of tree.ofType(type)) add(scopes.around(node), 'class', node.child('name'));
  }
  for (const node of tree.ofType('class')) add(scopes.at(node), 'class', node.child('name'));
  for (const type of ['interface_declaration', 'type_alias_declaration', 'enum_declaration', 'internal_module', 'module']) {
    for (const node of tree.ofType(type)) {
      const name = node.child('name');
      if (name?.type === 'identifier' || name?.type === 'type_identifier') add(scopes.around(node), 'type', name);
    }
  }
}

function declareImports(tree: SyntaxTree, scopes: Scopes, add: Add): void {
  for (const type of ['import_clause', 'namespace_import', 'import_require_clause', 'import_alias']) {
    for (const node of tree.ofType(type)) add(scopes.file, 'import', node.childOfType('identifier'));
  }
  for (const node of tree.ofType('import_specifier')) add(scopes.file, 'import', node.child('alias') ?? node.child('name'));
}

function addNames(pattern: SyntaxNode | null, scope: Scope, kind: BindingKind, add: Add): void {
  if (pattern?.type === 'identifier') add(scope, kind, pattern);
  else for (const name of namesOfPattern(pattern)) add(scope, kind, name);
}

/** The names that a pattern binds: ECMA-262, section 8.2.1. */
export function namesOfPattern(pattern: SyntaxNode | null): SyntaxNode[] {
  if (pattern === null) return [];
  switch (pattern.type) {
    case 'identifier':
    case 'shorthand_property_identifier_pattern':
      return [pattern];
    case 'assignment_pattern':
    case 'object_assignment_pattern':
      return namesOfPattern(pattern.child('left'));
    case 'pair_pattern':
      return namesOfPattern(pattern.child('value'));
    case 'object_pattern':
    case 'array_pattern':
    case 'rest_pattern':
      return pattern.parts.flatMap(namesOfPattern);
    default:
      return [];
  }
}
