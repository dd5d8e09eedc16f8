import { bindPlainly, type PlainBinding } from '../../syntax/bindings/plain.js';
import type { BindingKind, Scope } from '../../syntax/bindings/scope.js';
import { boundValues } from '../../syntax/bindings/bound-values.js';
import type { Import, LanguageSyntax } from '../../syntax/language-syntax.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { isDividedByDirectives } from './directives.js';
import { CSHARP_MISREADINGS } from './misreadings.js';
import { CSHARP_TRANSLATION } from './translation.js';

const FUNCTIONS = [
  'method_declaration', 'constructor_declaration', 'destructor_declaration', 'function_declaration', 'lambda_expression',
  'accessor_declaration', 'operator_declaration', 'conversion_operator_declaration', 'indexer_declaration',
  'property_declaration', 'delegate_declaration',
];
const WITH_BODY = new Set(FUNCTIONS);

const SCOPES: ReadonlyMap<string, Scope['kind']> = new Map<string, Scope['kind']>([
  ...FUNCTIONS.map((type) => [type, 'function'] as const),
  ...[
    'block', 'for_statement', 'foreach_statement', 'try_with_resources_statement', 'fixed_statement', 'catch_clause',
    'switch_body', 'match_arm', 'query_expression',
  ].map((type) =>
    [type, 'block'] as const),
  ...['class_declaration', 'struct_declaration', 'record_declaration', 'interface_declaration'].map((type) =>
    [type, 'class'] as const),
]);

const PATTERNS = [
  'declaration_pattern', 'var_pattern', 'recursive_pattern', 'list_pattern', 'declaration_expression',
  'parenthesized_variable_designation', 'tuple_pattern',
];
const CLAUSES = ['from_clause', 'let_clause', 'join_clause', 'join_into_clause'];
const TYPES = new Set(['class_declaration', 'struct_declaration', 'record_declaration']);

/** What a declarator declares depends on where it stands. */
function kindOf(declarator: SyntaxNode): BindingKind {
  const statement = declarator.parent?.parent;
  if (/field_declaration$/.test(statement?.type ?? '')) return 'field';
  // What is disposed of in the end may be there for that alone.
  if (/^(?:try_with_resources|fixed)_statement$/.test(statement?.type ?? '')
      || /^(?:await\s+)?using\b/.test(statement?.text ?? '')) return 'loop';
  if (statement?.type !== 'local_variable_declaration') return 'variable';
  return statement.parts.some(({ type, text }) => type === 'modifier' && text === 'const') ? 'constant' : 'variable';
}

/** Whether a product is read as the declaration of a pointer: `Moor(low * high)`. */
function isProduct({ type, parent, first }: SyntaxNode): boolean {
  return type === 'declaration_expression' && first?.type === 'pointer_type' && parent?.first?.text !== 'out';
}

/** Whether what a pattern binds is there to be used; one of several values may only hold a place. */
function isWanted({ type, parent }: SyntaxNode): boolean {
  return type !== 'tuple_pattern' && type !== 'parenthesized_variable_designation'
    && (type !== 'declaration_expression' || (parent?.type === 'argument' && parent.parentType === 'argument_list'));
}

const BINDING: PlainBinding = {
  scopes: SCOPES,
  makesScope: ({ type, parentType }) => type !== 'block' || !WITH_BODY.has(parentType ?? ''),
  names: ['identifier', 'implicit_parameter'],
  declareAll: (tree, scopes, declare) => {
    for (const node of tree.ofType('variable_declarator')) declare(scopes.around(node), kindOf(node), node.child('name'));
    // The parameters of a type become its fields.
    for (const node of tree.ofType('parameter')) {
      declare(scopes.around(node), TYPES.has(node.parent?.parentType ?? '') ? 'field' : 'parameter', node.child('name'));
    }
    for (const node of tree.ofType('implicit_parameter')) declare(scopes.around(node), 'parameter', node);
    for (const node of tree.ofType('foreach_statement')) declare(scopes.at(node), 'loop', node.child('left'));
    for (const node of tree.ofType('catch_declaration')) declare(scopes.around(node), 'caught', node.child('name'));
    for (const node of tree.ofTypes(PATTERNS)) if (!isProduct(node)) {
      for (const name of node.childrenOf('name')) declare(scopes.at(node), isWanted(node) ? 'variable' : 'loop', name);
    }
    for (const node of tree.ofTypes(CLAUSES)) declare(
      scopes.at(node), 'loop', node.child('name') ?? (node.type === 'from_clause' ? null : node.childOfType('identifier')),
    );
  },
  isOpen: isDividedByDirectives,
  isUse: ({ field, parentType }) => field !== 'property'
    && !(field === 'name'
      && /declaration$|^(?:argument|variable_declarator|attribute|member_binding_expression|enum_member_declaration)$/.test(
        parentType ?? '',
      ))
    && !/^(?:labeled_statement|using_directive|namespace_declaration)$/.test(parentType ?? ''),
};

/** The namespaces and types that a file of C# uses by name; those with a name of their own are no others. */
function importsIn(tree: SyntaxTree): Import[] {
  return tree.ofType('import_declaration').flatMap((statement) => {
    const node = statement.parts.findLast(({ type }) => /name$|^identifier$/.test(type)) ?? null;
    return node === null ? [] : [{ module: node.text.replace(/\s/g, ''), node }];
  });
}

function isConstantField({ node }: { readonly node: SyntaxNode }): boolean {
  const modifiers = node.parent?.parent?.parent?.parts.filter(({ type }) => type === 'modifier').map(({ text }) => text) ?? [];
  return modifiers.includes('const')
    || (modifiers.includes('public') && modifiers.includes('static') && modifiers.includes('readonly'));
}

/**
 * What is elsewhere has its name from there, what handles an event that of its sender, and a test may tell what it tests, a word
 * each.
 */
function isChosen(method: SyntaxNode): boolean {
  return !method.parts.some(({ type, text }) => (type === 'modifier' && (text === 'extern' || text === 'override'))
    || (type === 'attribute_list' && /\b(?:Test\w*|Fact|Theory|DllImport)\b/.test(text)))
    && method.childOfType('explicit_interface_specifier') === null && !/EventArgs\b/.test(method.child('parameters')?.text ?? '');
}

export const CSHARP_SYNTAX: LanguageSyntax = {
  translation: CSHARP_TRANSLATION,
  misreadings: CSHARP_MISREADINGS,
  callsAreStatements: true,
  bind: (tree) => bindPlainly(tree, BINDING),
  // The names of fields have conventions of their own: those of private ones begin with a low line or a small letter, those of
  // others with a capital.
  values: boundValues((binding) => (binding.kind === 'field' ? (isConstantField(binding) ? 'constant' : null)
    : binding.kind === 'constant' ? null
    : 'variable')),
  isChosen,
  imports: importsIn,
  // Type arguments look like comparisons.
  isDoubtfulOperator: (_, operator, hasBlank) => /^[<>]$/.test(operator) && !hasBlank,
  leaving: { callee: /^(?:System\.)?Environment\.(?:Exit|FailFast)$/, names: ['Exit', 'FailFast'] },
};
