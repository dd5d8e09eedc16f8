import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { bindingsIn, Scopes, type BindingKind, type Bindings, type Scope } from '../../syntax/bindings/scope.js';
import { References } from '../../syntax/bindings/references.js';

const PARAMETERS = new Set(['formal_parameters']);

const OPEN_SCOPES = [
  'dynamic_variable_name', 'include_expression', 'include_once_expression', 'require_expression', 'require_once_expression',
];

const SCOPES: ReadonlyMap<string, Scope['kind']> = new Map<string, Scope['kind']>(
  ['function_definition', 'method_declaration', 'anonymous_function', 'arrow_function'].map((type) =>
    [type, 'function'] as const),
);

/** Variables set by PHP itself: PHP manual, "Predefined Variables". */
const GIVEN = new Set([
  '$this', '$GLOBALS', '$_SERVER', '$_GET', '$_POST', '$_FILES', '$_COOKIE', '$_SESSION', '$_REQUEST', '$_ENV', '$argc', '$argv',
  '$http_response_header', '$php_errormsg',
]);

/**
 * The variables of a PHP file: PHP manual, "Variable scope". A function sees none of the surrounding variables, an arrow function
 * all.
 */
export function bindPhp(tree: SyntaxTree): Bindings {
  const scopes = new Scopes(tree, SCOPES);
  const names = tree.ofType('variable_name').filter((node) =>
    !GIVEN.has(node.text) && node.parent?.type !== 'dynamic_variable_name' && !isStaticProperty(node));
  const declared = new Set<SyntaxNode>();
  for (const node of names) {
    const kind = declaredAs(node);
    if (kind === null) continue;
    const scope = scopeOf(node, kind, scopes);
    // An assignment inside an arrow function sets a local variable.
    scope.declare(kind, node).isExported ||= scope.kind === 'file' || isSharedOutside(node);
    declared.add(node);
  }
  const unresolved = new References(tree);
  for (const node of names) {
    const isWrite = declared.has(node);
    // A `use` clause reads the variable in the surrounding scope.
    const usesOuter = node.parent?.type === 'anonymous_function_use_clause'
      || node.parent?.parent?.type === 'anonymous_function_use_clause';
    if (isWrite && !usesOuter) {
      const binding = lookUp(scopes.at(node), node.text);
      if (binding !== null && binding.node !== node) binding.references.add(node.index, false, true);
      continue;
    }
    const from = usesOuter ? scopes.around(scopes.at(node).node) : scopes.at(node);
    const binding = lookUp(from, node.text);
    (binding === null ? unresolved : binding.references).add(node.index, !isCounted(node), isCounted(node));
  }
  const isOpen = tree.ofTypes(OPEN_SCOPES).length > 0
    || tree.ofType('function_call_expression').some((call) =>
      /^(?:compact|extract|get_defined_vars|eval|parse_str)$/.test(call.child('function')?.text ?? ''));
  return { file: scopes.file, all: bindingsIn(scopes), unresolved, isOpen, scopeAt: (node) => scopes.at(node) };
}

function isStaticProperty({ parent, field }: SyntaxNode): boolean {
  return parent?.type === 'property_element' || (parent?.type === 'scoped_property_access_expression' && field === 'name');
}

function scopeOf(node: SyntaxNode, kind: BindingKind, scopes: Scopes): Scope {
  return kind === 'parameter' ? scopes.at((node.closest(PARAMETERS) ?? node).parent as SyntaxNode) : scopes.at(node);
}

/** How a place declares a variable; null if it only uses one. */
function declaredAs(node: SyntaxNode): BindingKind | null {
  const parent = node.parent as SyntaxNode;
  switch (parent.type) {
    case 'simple_parameter':
    case 'variadic_parameter':
    case 'property_promotion_parameter':
      return node.field === 'name' ? 'parameter' : null;
    case 'by_ref':
      return declaredAs(parent);
    case 'catch_clause':
      return 'caught';
    case 'static_variable_declaration':
      return node.field === 'name' ? 'variable' : null;
    case 'global_declaration':
    case 'anonymous_function_use_clause':
      return 'variable';
    default:
      return assignedAs(node);
  }
}

function assignedAs(node: SyntaxNode): BindingKind | null {
  let target = node;
  let parent = target.parent as SyntaxNode;
  while (/^(?:list_literal|array_creation_expression|array_element_initializer|pair|by_ref)$/.test(parent.type)) {
    target = parent;
    parent = parent.parent as SyntaxNode;
  }
  if (/^(?:assignment_expression|reference_assignment_expression)$/.test(parent.type)) {
    return target.field === 'left' ? 'variable' : null;
  }
  if (parent.type !== 'foreach_statement' || target.field === 'body') return null;
  const [over] = parent.parts;
  return target === over ? null : 'loop';
}

/** A shared variable: changes to it are visible outside. */
function isSharedOutside({ parent }: SyntaxNode): boolean {
  if (parent?.type === 'global_declaration' || parent?.type === 'static_variable_declaration' || parent?.type === 'by_ref') {
    return true;
  }
  if (parent?.type === 'reference_assignment_expression') return true;
  return parent?.type === 'simple_parameter' && parent.child('reference_modifier') !== null;
}

/** A bare `$count++;` does not read the value. */
function isCounted({ parent, field }: SyntaxNode): boolean {
  return (parent?.type === 'update_expression' || (parent?.type === 'augmented_assignment_expression' && field === 'left'))
    && parent.parent?.type === 'expression_statement'
          && parent.firstPart?.type === 'variable_name';
}

function lookUp(from: Scope, name: string): ReturnType<Scope['lookUp']> {
  let scope: Scope | null = from;
  while (scope !== null) {
    const binding = scope.bindings.get(name);
    if (binding !== undefined) return binding;
    scope = scope.node.type === 'arrow_function' ? scope.parent : null;
  }
  return null;
}
