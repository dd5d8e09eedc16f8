import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { bindingsIn, Scopes, type Binding, type BindingKind, type Bindings, type Scope } from '../../syntax/bindings/scope.js';
import { References } from '../../syntax/bindings/references.js';

const OUTER_NAMES = ['global_statement', 'nonlocal_statement'];
const ASSIGNMENTS = ['assignment', 'augmented_assignment'];
const LOOPS = ['for_statement', 'for_in_clause'];
const PARAMETER_LISTS = ['parameters', 'lambda_parameters'];
const IMPORTS = ['import_statement', 'import_from_statement'];

const SCOPES: ReadonlyMap<string, Scope['kind']> = new Map<string, Scope['kind']>([
  ['function_definition', 'function'], ['lambda', 'function'], ['class_definition', 'class'],
  ['list_comprehension', 'function'], ['set_comprehension', 'function'], ['dictionary_comprehension', 'function'], [
    'generator_expression', 'function',
  ],
]);

/** The names of a Python file: the language's reference, section 4.2, "Naming and binding". */
export function bindPython(tree: SyntaxTree): Bindings {
  const scopes = new Scopes(tree, SCOPES);
  const declared = new Map<SyntaxNode, Binding>();
  const outer = new Set<string>();
  for (const statement of tree.ofTypes(OUTER_NAMES)) {
    const scope = scopes.at(statement);
    for (const name of statement.parts) outer.add(`${scope.node.start} ${name.text}`);
  }
  const add = (scope: Scope, kind: BindingKind, node: SyntaxNode | null): void => {
    if (node === null || node.type !== 'identifier') return;
    const isOuter = outer.has(`${scope.node.start} ${node.text}`);
    declared.set(node, (isOuter ? scopes.file : scope).declare(kind, node));
  };
  declareAssigned(tree, scopes, add);
  declareDefined(tree, scopes, add);
  const unresolved = new References(tree);
  for (const node of tree.ofType('identifier')) {
    const usage = usageOf(node);
    if (usage === null) continue;
    const own = declared.get(node);
    if (own !== undefined) {
      // An assignment to a name that already has a value is a writing use.
      if (own.node !== node) own.references.add(node.index, false, true);
      continue;
    }
    const binding = lookUp(scopes.at(node), node);
    (binding === null ? unresolved : binding.references).add(node.index, usage.reads, usage.writes);
  }
  for (const binding of scopes.file.bindings.values()) binding.isExported = true;
  const isOpen = unresolved.all.some(({ node }) => /^(?:eval|exec|locals|vars)$/.test(node.text));
  return { file: scopes.file, all: bindingsIn(scopes), unresolved, isOpen, scopeAt: (node) => scopes.at(node) };
}

type Add = (scope: Scope, kind: BindingKind, node: SyntaxNode | null) => void;

function declareAssigned(tree: SyntaxTree, scopes: Scopes, add: Add): void {
  for (const node of tree.ofTypes(ASSIGNMENTS)) {
    for (const name of targets(node.child('left'))) add(scopes.at(node), 'variable', name);
  }
  for (const node of tree.ofType('named_expression')) add(pastComprehensions(scopes.at(node)), 'variable', node.child('name'));
  for (const node of tree.ofTypes(LOOPS)) for (const name of targets(node.child('left'))) add(scopes.at(node), 'loop', name);
  for (const node of tree.ofType('as_pattern')) {
    const kind = node.parent?.type === 'except_clause' ? 'caught' : 'variable';
    for (const name of targets(node.child('alias'))) add(scopes.at(node), kind, name);
  }
  for (const node of tree.ofType('case_pattern')) {
    const only = node.firstPart;
    if (only?.type === 'dotted_name' && only.parts.length === 1) add(scopes.at(node), 'variable', only.firstPart);
  }
}

function declareDefined(tree: SyntaxTree, scopes: Scopes, add: Add): void {
  for (const node of tree.ofType('function_definition')) add(scopes.around(node), 'function', node.child('name'));
  for (const node of tree.ofType('class_definition')) add(scopes.around(node), 'class', node.child('name'));
  for (const list of tree.ofTypes(PARAMETER_LISTS)) {
    for (const part of list.parts) for (const name of parameterNames(part)) add(scopes.around(list), 'parameter', name);
  }
  for (const node of tree.ofTypes(IMPORTS)) {
    for (const part of node.childrenOf('name')) {
      const name = part.type === 'aliased_import' ? part.child('alias')
        : node.type === 'import_statement' ? part.firstPart
        : part.last;
      add(scopes.at(node), 'import', name);
    }
  }
}

/** A comprehension has its own names, but `:=` sets a name in the surrounding scope: PEP 572. */
function pastComprehensions(scope: Scope): Scope {
  let outer = scope;
  while (outer.parent !== null && /comprehension|generator/.test(outer.node.type)) outer = outer.parent;
  return outer;
}

/** The names that an assignment or a loop sets. */
function targets(node: SyntaxNode | null): SyntaxNode[] {
  if (node === null) return [];
  if (node.type === 'identifier') return [node];
  // elvar waive text/line-width because a pattern is one literal
  if (/^(?:pattern_list|tuple_pattern|list_pattern|list_splat_pattern|as_pattern_target|tuple|list|parenthesized_expression)$/.test(node.type)) {
    return node.parts.flatMap(targets);
  }
  return [];
}

function parameterNames(part: SyntaxNode): SyntaxNode[] {
  if (part.type === 'identifier') return [part];
  const name = part.child('name') ?? part.firstPart;
  return name === null ? [] : name.type === 'identifier' ? [name] : parameterNames(name);
}

/** Names of a class are visible only in its body, not in its functions. */
function lookUp(from: Scope, node: SyntaxNode): Binding | null {
  for (let scope: Scope | null = from; scope !== null; scope = scope.parent) {
    if (scope.kind === 'class' && scope !== from) continue;
    const binding = scope.bindings.get(node.text);
    if (binding !== undefined) return binding;
  }
  return null;
}

/** Null if it is not a use of a name: an attribute, a keyword argument, a part of a dotted path. */
function usageOf(node: SyntaxNode): { readonly reads: boolean; readonly writes: boolean } | null {
  const parent = node.parent as SyntaxNode;
  switch (parent.type) {
    case 'attribute':
      return node.field === 'attribute' ? null : { reads: true, writes: false };
    case 'keyword_argument':
    case 'keyword_pattern':
      return node.field === 'name' || parent.firstPart === node ? null : { reads: true, writes: false };
    case 'dotted_name':
      return isImported(parent) ? { reads: false, writes: false } : { reads: true, writes: false };
    case 'augmented_assignment':
      return node.field === 'left' ? { reads: false, writes: true } : { reads: true, writes: false };
    case 'global_statement':
    case 'nonlocal_statement':
      return null;
    case 'delete_statement':
      return { reads: true, writes: true };
    default:
      return { reads: true, writes: false };
  }
}

function isImported(name: SyntaxNode): boolean {
  return /^(?:import|aliased_import|future_import|relative_import)/.test(name.parent?.type ?? '');
}
