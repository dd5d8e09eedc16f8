import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { END, KIND, PARENT, SHIFT, START } from '../../syntax/node-table.js';
import type { Binding, Scope, Scopes } from '../../syntax/bindings/scope.js';
import { References } from '../../syntax/bindings/references.js';

const NAMES = [
  'identifier', 'type_identifier', 'shorthand_property_identifier', 'shorthand_property_identifier_pattern',
] as const;

/** Assigns each use of a name to its binding. There are more uses than anything else, so no nodes are made for them. */
export function findReferences(
  tree: SyntaxTree, scopes: Scopes, all: readonly Binding[], declared: Uint8Array,
): { readonly unresolved: References; readonly usesEval: boolean } {
  const { table, text } = tree;
  const isUnusual = tree.kindFlags(UNUSUAL);
  const known = byName(all);
  const unresolved = new References(tree);
  let usesEval = false;
  const numbers = tree.numbersOf(NAMES);
  for (let place = 0; place < numbers.length; place += 1) {
    const index = numbers[place] as number;
    if (declared[index] === 1) continue;
    const at = index << SHIFT;
    const around = table[((table[at + PARENT] as number) << SHIFT) + KIND] as number;
    const usage = isUnusual[around] === 1 ? usageOf(tree.nodeAt(index)) : READ;
    if (usage === null) continue;
    const start = table[at + START] as number;
    const name = text.slice(start, table[at + END]);
    const only = known.get(name);
    const binding = only === undefined ? null
      : only === null ? lookUp(scopes.atIndex(index), name, index, start)
      : holds(only, index, start) ? only
      : null;
    if (binding === null) usesEval ||= name === 'eval';
    (binding === null ? unresolved : binding.references).add(index, usage.reads, usage.writes);
  }
  return { unresolved, usesEval };
}

/** The binding of each name that is declared once, as most are; null if several scopes declare it. */
function byName(all: readonly Binding[]): ReadonlyMap<string, Binding | null> {
  const known = new Map<string, Binding | null>();
  for (let at = 0; at < all.length; at += 1) {
    const binding = all[at] as Binding;
    known.set(binding.name, known.has(binding.name) ? null : binding);
  }
  return known;
}

/** The innermost binding of a name that is visible at a node. */
function lookUp(from: Scope, name: string, index: number, start: number): Binding | null {
  for (let scope: Scope | null = from; scope !== null; scope = scope.parent) {
    const binding = scope.own(name);
    if (binding !== undefined && holds(binding, index, start)) return binding;
  }
  return null;
}

/**
 * Whether a binding is visible where a name is used. Parameter lists see none of the names of the body:
 * ECMA-262, section 10.2.11.
 */
function holds({ scope, node }: Binding, index: number, start: number): boolean {
  return scope.node.isAround(index) && (scope.kind !== 'function' || isInSameHalf(start, node, scope.node));
}

/** @param start the start of a use inside `owner`. */
function isInSameHalf(start: number, declared: SyntaxNode, owner: SyntaxNode): boolean {
  if (declared.start <= start) return true;
  const list = owner.child('parameters');
  return list === null || start < list.start || start >= list.end || declared.start < list.end;
}

/** Whether an identifier refers to no binding: a key, a part of a path, an exported name, an HTML element. */
// elvar waive size/branches because a table of nodes is clearest in one piece
function isNoReference(node: SyntaxNode): boolean {
  const parent = node.parent as SyntaxNode;
  switch (parent.type) {
    case 'import_specifier':
    case 'namespace_export':
    case 'meta_property':
    case 'nested_type_identifier':
      return parent.type !== 'nested_type_identifier' || node.field === 'name';
    case 'export_specifier':
      return node.field === 'alias' || parent.parent?.parent?.child('source') !== null;
    case 'nested_identifier':
      return node.field === 'property';
    case 'jsx_opening_element':
    case 'jsx_closing_element':
    case 'jsx_self_closing_element':
      return /^[a-z]/.test(node.text);
    case 'index_signature':
      return node.field === 'name';
    case 'required_parameter':
    case 'optional_parameter':
      // Labels in tuple types are only for readers.
      return parent.parent?.type === 'tuple_type' && (node.field === 'name' || node.field === 'pattern');
    case 'jsx_namespace_name':
      return true;
    default:
      return false;
  }
}

const PATTERNS = new Set(
  ['array_pattern', 'object_pattern', 'pair_pattern', 'rest_pattern', 'assignment_pattern', 'object_assignment_pattern',
    'parenthesized_expression', 'non_null_expression', 'as_expression', 'satisfies_expression'],
);

/** Parent types in which an identifier may be something other than a name being read. */
const UNUSUAL = new Set([
  ...PATTERNS,
  'import_specifier',
  'namespace_export',
  'meta_property',
  'nested_type_identifier',
  'export_specifier',
      'nested_identifier',
  'jsx_opening_element',
  'jsx_closing_element',
  'jsx_self_closing_element',
  'jsx_namespace_name',
  'index_signature',
      'required_parameter',
  'optional_parameter',
  'assignment_expression',
  'for_in_statement',
  'augmented_assignment_expression',
  'update_expression',
]);

interface Usage {
  readonly reads: boolean;
  readonly writes: boolean;
}

const READ: Usage = { reads: true, writes: false };
const WRITTEN: Usage = { reads: false, writes: true };
const BOTH: Usage = { reads: true, writes: true };

/** Whether a use in one of these places reads the value, assigns to the name, or both; null if it is not a use. */
function usageOf(node: SyntaxNode): Usage | null {
  let target = node;
  let parent = target.parent as SyntaxNode;
  if (isNoReference(node)) return null;
  while (PATTERNS.has(parent.type)) {
    // A default value and a key are read, not written.
    if (parent.type.endsWith('assignment_pattern') && target.field === 'right') return READ;
    target = parent;
    parent = parent.parent as SyntaxNode;
  }
  if (parent.type === 'update_expression') return standsAlone(parent) ? WRITTEN : BOTH;
  if (target.field !== 'left') return READ;
  if (parent.type === 'assignment_expression' || parent.type === 'for_in_statement') return WRITTEN;
  if (parent.type === 'augmented_assignment_expression') return standsAlone(parent) ? WRITTEN : BOTH;
  return READ;
}

function standsAlone({ parent, field }: SyntaxNode): boolean {
  return parent?.type === 'expression_statement' || (parent?.type === 'for_statement' && field === 'increment');
}
