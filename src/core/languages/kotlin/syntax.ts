import { placesOfPackage } from '../java/imports.js';
import { bindPlainly, type PlainBinding } from '../../syntax/bindings/plain.js';
import type { Binding, BindingKind, Scope } from '../../syntax/bindings/scope.js';
import { boundValues } from '../../syntax/bindings/bound-values.js';
import type { Import, LanguageSyntax } from '../../syntax/language-syntax.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { KOTLIN_MISREADINGS } from './misreadings.js';
import { KOTLIN_TRANSLATION } from './translation.js';

const FUNCTIONS = [
  'function_declaration', 'function_expression', 'lambda_literal', 'constructor_declaration', 'getter', 'setter',
  'anonymous_initializer',
];

const SCOPES: ReadonlyMap<string, Scope['kind']> = new Map<string, Scope['kind']>([
  ...FUNCTIONS.map((type) => [type, 'function'] as const),
  ...['block', 'for_in_statement', 'catch_clause', 'match_expression'].map((type) => [type, 'block'] as const),
  ...['class_declaration', 'companion_object', 'object_literal'].map((type) => [type, 'class'] as const),
]);

const HOLDERS = new Set(['class_body', 'enum_class_body', 'program']);
const TEXTS = ['string_literal', 'raw_string_literal'];
const VARIABLES = ['variable_declaration'];

/** What a variable is depends on what declares it. */
function kindOf(variable: SyntaxNode): BindingKind {
  let holder = variable.parent;
  // One of several values may be taken to reach the next.
  if (holder?.type === 'multi_variable_declaration') {
    holder = holder.parent?.type === 'property_declaration' ? null : holder.parent;
  }
  switch (holder?.type) {
    case 'property_declaration':
      return HOLDERS.has(holder.parentType ?? '') || isInDelegating(holder) ? 'field' : 'variable';
    case 'for_in_statement':
      return 'loop';
    case 'lambda_parameters':
      return 'parameter';
    case undefined:
      return 'loop';
    default:
      return 'variable';
  }
}

const DELEGATIONS = new Set(['explicit_delegation', 'function_body', 'block']);

/**
 * Whether the body of a class that hands what it does to something else is read as an argument of that:
 * `class Quay : Berth by berth { … }`.
 */
function isInDelegating(declaration: SyntaxNode): boolean {
  return declaration.parentType === 'lambda_literal' && declaration.closest(DELEGATIONS)?.type === 'explicit_delegation';
}

const BINDING: PlainBinding = {
  scopes: SCOPES,
  makesScope: ({ type, parentType }) =>
    type !== 'block' || !/^(?:function_body|constructor_declaration|anonymous_initializer)$/.test(parentType ?? ''),
  names: ['identifier'],
  declareAll: (tree, scopes, declare) => {
    for (const node of tree.ofTypes(VARIABLES)) declare(scopes.around(node), kindOf(node), node.child('name'));
    for (const node of tree.ofType('parameter')) {
      if (node.parentType === 'function_value_parameters') declare(scopes.around(node), 'parameter', node.child('name'));
    }
    for (const node of tree.ofType('class_parameter')) declare(scopes.around(node), 'field', node.child('name'));
    for (const node of tree.ofType('catch_clause')) declare(scopes.at(node), 'caught', node.childOfType('identifier'));
    for (const node of tree.ofType('setter')) declare(scopes.at(node), 'field', node.childOfType('identifier'));
  },
  visibleFrom: (name) => {
    const declaration = name.parent?.parent;
    return declaration?.type === 'property_declaration' && !HOLDERS.has(declaration.parentType ?? '') ? declaration.end : 0;
  },
  isUse: ({ field, parentType }) => field !== 'property' && !(field === 'name' && /declaration$/.test(parentType ?? ''))
    && !/^(?:qualified_identifier|import_declaration|enum_entry|type_parameter)$/.test(parentType ?? ''),
  useMore: namesInTemplates,
};

/**
 * Names right after a dollar sign, which the grammar reads as text: Kotlin language specification, "String interpolation
 * expressions".
 */
function namesInTemplates(tree: SyntaxTree, use: (name: string, at: SyntaxNode) => void): void {
  for (const text of tree.ofTypes(TEXTS)) {
    if (text.text.includes('$')) for (const [, name = ''] of text.text.matchAll(/\$([\p{L}_][\p{L}\p{N}_]*)/gu)) use(name, text);
  }
}

/** What a file of Kotlin imports; that of all names of a package is the package. */
function importsIn(tree: SyntaxTree): Import[] {
  return tree.ofType('import_declaration').flatMap((statement) => {
    const node = statement.childOfType('qualified_identifier', 'identifier');
    return node === null ? [] : [{ module: node.text.replace(/[\s`]/g, ''), node }];
  });
}

/** What the compiler puts in place of its name: Kotlin documentation, "Compile-time constants". */
function isConstant({ node }: { readonly node: SyntaxNode }): boolean {
  return /\bconst\b/.test(node.parent?.parent?.childOfType('modifiers')?.text ?? '');
}

/** Values that are set once and for all may be written like constants. */
function valueKind(binding: Binding): 'variable' | 'constant' | null {
  if (isConstant(binding)) return binding.name === 'serialVersionUID' ? null : 'constant';
  if (binding.kind !== 'field') return 'variable';
  return binding.scope.kind !== 'class' || /^[A-Z]/.test(binding.name) ? null : 'variable';
}

export const KOTLIN_SYNTAX: LanguageSyntax = {
  translation: KOTLIN_TRANSLATION,
  misreadings: KOTLIN_MISREADINGS,
  callsAreStatements: true,
  bind: (tree) => bindPlainly(tree, BINDING),
  values: boundValues(valueKind),
  // What is elsewhere has its name from there; a test may tell what it tests: Kotlin documentation, "Coding conventions", "Names
  // for test methods".
  isChosen: (declared) => !/\b(?:override|external)\b|@(?:\w+\.)*\w*Test\b/.test(declared.childOfType('modifiers')?.text ?? '')
    && declared.child('name')?.text.startsWith('`') !== true,
  // Kotlin has a name for what is not needed.
  isUnneeded: (caught) => caught.childOfType('identifier')?.text === '_',
  imports: importsIn,
  // Type arguments look like comparisons.
  isDoubtfulOperator: (_, operator, hasBlank) => /^[<>]$/.test(operator) && !hasBlank,
  placesOf: placesOfPackage,
  leaving: {
    callee: /^(?:exitProcess|(?:kotlin\.)?TODO|(?:java\.lang\.)?System\.exit)$/, names: ['exitProcess', 'TODO', 'exit'],
  },
};
