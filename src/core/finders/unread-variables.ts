import type { Hit, TreeFinder } from './finder.js';
import { bindingsOf } from '../syntax/bindings/bindings.js';
import { isFunctionBinding } from '../syntax/bindings/functions.js';
import type { Binding } from '../syntax/bindings/scope.js';
import type { SyntaxNode, SyntaxTree } from '../syntax/node.js';
import type { ParsedSource } from '../syntax/source.js';
import { byTree, hitAt } from './hits.js';
import { lazily } from '../base/lazily.js';
import { nameTest } from './name-patterns.js';
import { isDeclarationFile } from './declaration-files.js';

/** What a language does otherwise than most. */
interface VariableWays {
  /** Whether the name of a caught error is a variable like any other. */
  readonly mustReadCaught?: boolean;
  /** Whether what a file declares belongs to it alone; absent if other files can always use it. */
  readonly ownsFile?: (tree: SyntaxTree) => boolean;
}

/** Finds variables that are never read, and local types that are never used. */
export function unreadVariables(ways: VariableWays = {}): TreeFinder<{ readonly free: readonly string[] }> {
  return byTree((source, options: { readonly free: readonly string[] }) => findUnread(source, options, ways));
}

function findUnread({ tree, text }: ParsedSource, { free }: { readonly free: readonly string[] }, ways: VariableWays): Hit[] {
  if (isDeclarationFile(text.path)) return [];
  const { all, isOpen } = bindingsOf(tree);
  if (isOpen) return [];
  const isFree = nameTest(free);
  const ownsFile = ways.ownsFile === undefined ? null : lazily(() => ways.ownsFile?.(tree) === true);
  return all.filter((binding) => (isUnread(binding, ways) || isUnusedType(binding, ownsFile))
    && !isFree(binding.name.replace(/^\$/, '')) && !isLoadedForDocumentation(binding, text.text))
    .map(({ node, name, references }) =>
      hitAt(node, references.length === 0 ? `${name} is never used` : `${name} is set but never read`));
}

/** Whether a name is loaded to be mentioned in a documentation comment, as a type of JSDoc. */
function isLoadedForDocumentation({ name, node }: Binding, text: string): boolean {
  const declarator = node.closest(DECLARATORS);
  return declarator !== null && /^require\b/.test(declarator.child('value')?.text ?? '')
    && new RegExp(`\\{[^}\\n]*\\b${name.replaceAll('$', '\\$')}\\b[^}\\n]*\\}\\s`).test(text.replace(/^.*require\(.*$/gm, ''));
}

const DECLARATORS = new Set(['variable_declarator']);

function isUnread(binding: Binding, { mustReadCaught = false }: VariableWays): boolean {
  const { kind, node, scope, isExported, references } = binding;
  const isVariable = kind === 'variable' || kind === 'constant' || (kind === 'caught' && mustReadCaught);
  if (!isVariable || isExported || scope.kind === 'class') return false;
  if ((references.areRead && !(references.areWritten && isReadForItself(binding))) || isFunctionBinding(binding)) return false;
  const { parent } = node;
  // Some destructured names exist to be left out, or to hold a position.
  if (parent?.type === 'array_pattern') return parent.parts.at(-1) === node;
  if (/^(?:pattern_list|tuple_pattern|list_pattern|list_literal|array_element_initializer|as_pattern_target|resource)$/.test(
    parent?.type ?? '',
  )) {
    return kind === 'caught';
  }
  const taken = parent?.type === 'pair_pattern' ? parent.parent : parent;
  return !(taken?.type === 'object_pattern' && taken.childOfType('rest_pattern') !== null);
}

/** Whether a name is read only to work out its own next value: `count = count + 1`. */
function isReadForItself({ name, references }: Binding): boolean {
  return references.all.every(({ node, reads }) => !reads || isTermOfOwnValue(node, name));
}

/** Whether a use is a term of a sum that is assigned to the same name. What is called, or passed on, does something. */
function isTermOfOwnValue(use: SyntaxNode, name: string): boolean {
  let sum = use;
  while (sum.parent !== null && /^(?:binary_expression|binary_operator|parenthesized_expression)$/.test(sum.parent.type)) {
    sum = sum.parent;
  }
  const assignment = sum.parent;
  return sum !== use && assignment !== null && /^assignment(?:_expression)?$/.test(assignment.type) && sum.field === 'right'
    && assignment.child('left')?.text === name && assignment.parentType === 'expression_statement';
}

const AMBIENT = new Set(['ambient_declaration', 'internal_module', 'module']);

/** Whether a class, type or enumeration is declared for this file or function alone, and used by nothing but itself. */
function isUnusedType(
  { kind, node, scope, isExported, references, declarations }: Binding, ownsFile: (() => boolean) | null,
): boolean {
  if ((kind !== 'type' && kind !== 'class') || isExported || declarations.length > 1) return false;
  const { parent } = node;
  if (parent === null || !DECLARATIONS.has(parent.type)
      || parent.childOfType('decorator') !== null || parent.parentType === 'decorated_definition') return false;
  // Elsewhere, other files can use what a file declares.
  if (scope.kind === 'class' || (scope.kind === 'file'
    ? ownsFile?.() !== true
    : scope.functionScope.kind !== 'function')) return false;
  if (ownsFile !== null && node.closest(AMBIENT) !== null) return false;
  return references.all.every((reference) => reference.isWithin(parent));
}

const DECLARATIONS = new Set([
  'class_declaration', 'abstract_class_declaration', 'enum_declaration', 'interface_declaration', 'type_alias_declaration',
  'class_definition', 'record_declaration',
]);
