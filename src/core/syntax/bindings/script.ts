import { isComment, type SyntaxNode } from '../node.js';
import { END, KIND, PARENT, SHIFT, START } from '../node-table.js';
import type { SyntaxTree } from '../tree.js';
import { bindingsIn, Scopes, type Binding, type BindingKind, type Bindings, type Scope } from './scope.js';
import { References } from './references.js';

const MODULE_PARTS = ['export_statement', 'import_statement'];

const SCOPES: ReadonlyMap<string, Scope['kind']> = new Map<string, Scope['kind']>([
  ...['function_declaration', 'function_expression', 'arrow_function', 'generator_function', 'generator_function_declaration', 'method_definition',
    'class_static_block', 'function_type', 'constructor_type', 'function_signature', 'method_signature', 'abstract_method_signature',
    'call_signature', 'construct_signature', 'internal_module', 'module'].map((type) => [type, 'function'] as const),
  ...['statement_block', 'for_statement', 'for_in_statement', 'switch_body', 'catch_clause', 'interface_declaration', 'type_alias_declaration',
    'mapped_type_clause', 'conditional_type'].map((type) => [type, 'block'] as const),
  ...['class', 'class_declaration', 'abstract_class_declaration'].map((type) => [type, 'class'] as const),
]);

/** The block of a function or of a handler holds its names in the scope around it, with the parameters. */
function isOwnScope({ type, parent }: SyntaxNode): boolean {
  if (type !== 'statement_block' || parent === null) return true;
  return parent.type === 'catch_clause' || SCOPES.get(parent.type) !== 'function';
}

/** The names of a JavaScript or TypeScript file: ECMA-262, section 8.2, "Scope Analysis". Types and values share one space. */
export function bindScript(tree: SyntaxTree): Bindings {
  const scopes = new Scopes(tree, SCOPES, isOwnScope);
  // 1 at the numbers of the nodes that declare a name.
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
  const { unresolved, usesEval } = findReferences(tree, all, declared);
  markExports(tree, scopes, all);
  const isOpen = usesEval || tree.ofType('with_statement').length > 0;
  return { file: scopes.file, all, unresolved, isOpen, scopeAt: (node) => scopes.at(node) };
}

/** Hands each use of a name to what the name stands for there. There are more of them than of anything else, so that their nodes are not made. */
function findReferences(tree: SyntaxTree, all: readonly Binding[], declared: Uint8Array): { readonly unresolved: References; readonly usesEval: boolean } {
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
    const binding = innermost(known.get(name), index, start);
    if (binding === null) usesEval ||= name === 'eval';
    (binding === null ? unresolved : binding.references).add(index, usage.reads, usage.writes);
  }
  return { unresolved, usesEval };
}

/** The bindings of each name, outer ones first. Most names are declared once, if at all, so that no scope has to be asked for them. */
function byName(all: readonly Binding[]): ReadonlyMap<string, Binding[]> {
  const known = new Map<string, Binding[]>();
  for (let at = 0; at < all.length; at += 1) {
    const binding = all[at] as Binding;
    const others = known.get(binding.name);
    if (others === undefined) known.set(binding.name, [binding]);
    else others.push(binding);
  }
  return known;
}

/**
 * The innermost binding that holds where a name is used. What stands in the list of parameters sees none of the names of
 * the body: ECMA-262, section 10.2.11.
 */
function innermost(bindings: readonly Binding[] | undefined, index: number, start: number): Binding | null {
  if (bindings === undefined) return null;
  for (let at = bindings.length - 1; at >= 0; at -= 1) {
    const binding = bindings[at] as Binding;
    const { scope } = binding;
    if (scope.node.isAround(index) && (scope.kind !== 'function' || isInSameHalf(start, binding.node, scope.node))) return binding;
  }
  return null;
}

/** @param start where a use within `owner` begins. */
function isInSameHalf(start: number, declared: SyntaxNode, owner: SyntaxNode): boolean {
  if (declared.start <= start) return true;
  const list = owner.child('parameters');
  return list === null || start < list.start || start >= list.end || declared.start < list.end;
}

type Add = (scope: Scope, kind: BindingKind, node: SyntaxNode | null) => void;

const NAMES = ['identifier', 'type_identifier', 'shorthand_property_identifier', 'shorthand_property_identifier_pattern'] as const;

function declareVariables(tree: SyntaxTree, scopes: Scopes, add: Add): void {
  const declarators = tree.ofType('variable_declarator');
  for (let at = 0; at < declarators.length; at += 1) {
    const node = declarators[at] as SyntaxNode;
    const statement = node.parent as SyntaxNode;
    const scope = scopes.around(statement);
    const kind = statement.type !== 'variable_declaration' && tree.typeAt(statement.index + 1) === 'const' ? 'constant' : 'variable';
    const target = statement.type === 'variable_declaration' ? scope.functionScope : scope;
    addNames(node.child('name'), target, kind, add);
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
      addNames(part.type === 'required_parameter' || part.type === 'optional_parameter' ? part.child('pattern') : part, scope, 'parameter', add);
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
  for (const type of ['function_expression', 'generator_function']) for (const node of tree.ofType(type)) add(scopes.at(node), 'function', node.child('name'));
  for (const type of ['class_declaration', 'abstract_class_declaration']) for (const node of tree.ofType(type)) add(scopes.around(node), 'class', node.child('name'));
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

/** Whether a name stands for no binding: a key, a part of a path, a name for the outside, an element of the page. */
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
      // A name in a tuple type is there to be read alone.
      return parent.parent?.type === 'tuple_type' && (node.field === 'name' || node.field === 'pattern');
    case 'jsx_namespace_name':
      return true;
    default:
      return false;
  }
}

const PATTERNS = new Set(['array_pattern', 'object_pattern', 'pair_pattern', 'rest_pattern', 'assignment_pattern', 'object_assignment_pattern',
  'parenthesized_expression', 'non_null_expression', 'as_expression', 'satisfies_expression']);

/** Nodes right in which a name may be something else than a name that is read. */
const UNUSUAL = new Set([...PATTERNS, 'import_specifier', 'namespace_export', 'meta_property', 'nested_type_identifier', 'export_specifier',
  'nested_identifier', 'jsx_opening_element', 'jsx_closing_element', 'jsx_self_closing_element', 'jsx_namespace_name', 'index_signature',
  'required_parameter', 'optional_parameter', 'assignment_expression', 'for_in_statement', 'augmented_assignment_expression', 'update_expression']);

interface Usage {
  readonly reads: boolean;
  readonly writes: boolean;
}

const READ: Usage = { reads: true, writes: false };
const WRITTEN: Usage = { reads: false, writes: true };
const BOTH: Usage = { reads: true, writes: true };

/** Whether a use in one of the unusual places reads the value, changes what the name stands for, or both; null where the name is no use of one. */
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

function markExports(tree: SyntaxTree, { file }: Scopes, all: readonly Binding[]): void {
  const isModule = tree.hasAny(MODULE_PARTS);
  // Without imports and exports a file is a script, and others see its names.
  const isScript = !isModule && !usesRequire(tree);
  if (!isScript && !tree.hasAny(EXPORTING)) return;
  const isExporting = tree.kindFlags(EXPORTING);
  const isHiding = tree.kindFlags(HIDING);
  const { table } = tree;
  const isSeen = ({ index }: SyntaxNode, isOpen: boolean): boolean => {
    const parent = table[(index << SHIFT) + PARENT] as number;
    for (let around = parent; around >= 0; around = table[(around << SHIFT) + PARENT] as number) {
      const kind = table[(around << SHIFT) + KIND] as number;
      if (isExporting[kind] === 1) return true;
      if (isHiding[kind] === 1 && around !== parent) return false;
    }
    return isOpen;
  };
  for (let at = 0; at < all.length; at += 1) {
    const binding = all[at] as Binding;
    const { scope, kind, node, declarations } = binding;
    if (kind === 'import') continue;
    // What stands in a namespace and is exported there can be used from outside it.
    binding.isExported = scope === file ? declarations.some((own) => isSeen(own, isScript)) : isSeen(node, false);
  }
}

/** What others see a name through. */
const EXPORTING = ['export_statement', 'ambient_declaration'];

/** What stands in these cannot be seen from outside, unless it is exported itself. */
const HIDING = new Set(['statement_block', 'class_body', 'arrow_function', 'function_declaration', 'function_expression', 'function_signature', 'function_type']);

/** A script of Node's older module format keeps its names to itself. */
function usesRequire({ root }: SyntaxTree): boolean {
  return /\b(?:require\s*\(|module\.exports\b|exports\.)/.test(root.text);
}
