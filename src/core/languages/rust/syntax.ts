import { bindPlainly, type Declare, type PlainBinding } from '../../syntax/bindings/plain.js';
import type { BindingKind, Scope, Scopes } from '../../syntax/bindings/scope.js';
import { boundValues } from '../../syntax/bindings/bound-values.js';
import type { Import, LanguageSyntax } from '../../syntax/language-syntax.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { isMacroCall } from '../macro-call.js';
import { RUST_MISREADINGS } from './misreadings.js';
import { RUST_TRANSLATION } from './translation.js';

const FUNCTIONS = new Set(['function_declaration', 'lambda_expression']);

const SCOPES: ReadonlyMap<string, Scope['kind']> = new Map<string, Scope['kind']>([
  ['function_declaration', 'function'], ['lambda_expression', 'function'], ['function_signature', 'function'], [
    'function_type', 'function',
  ],
  ...['block', 'match_arm', 'for_in_statement', 'if_statement', 'while_statement'].map((type) => [type, 'block'] as const),
  ['declaration_list', 'class'],
]);

/** What in a pattern names something that exists, or a type. */
const OTHER_FIELDS = new Set(['type', 'path']);
const PATHS = new Set(
  ['scoped_identifier', 'scoped_type_identifier', 'generic_type', 'macro_call', 'range_pattern', 'const_block'],
);

/**
 * The names that a pattern binds. A name that begins with a capital letter stands for a constant: The Rust Reference, "Identifier
 * patterns".
 */
function boundIn(pattern: SyntaxNode | null): SyntaxNode[] {
  const names: SyntaxNode[] = [];
  pattern?.walk((node) => {
    if (OTHER_FIELDS.has(node.field ?? '') || PATHS.has(node.type) || node.field === 'condition') return false;
    if (/^(?:identifier|shorthand_field_identifier)$/.test(node.type) && /^[\p{Ll}_]/u.test(node.text)) names.push(node);
    return true;
  });
  return names;
}

/** What declares a name that hides one around it from its end on: The Rust Reference, "Scopes of pattern bindings". */
const DECLARATIONS = new Set(['variable_declarator', 'let_condition', 'block', 'match_arm', 'for_in_statement']);

function visibleFrom(name: SyntaxNode): number {
  const declaration = name.closest(DECLARATIONS);
  return /^(?:variable_declarator|let_condition)$/.test(declaration?.type ?? '') ? (declaration?.end ?? 0) : 0;
}

function declareAll(tree: SyntaxTree, scopes: Scopes, declare: Declare): void {
  const declareIn = (pattern: SyntaxNode | null, scope: Scope, kind: BindingKind): void =>
    boundIn(pattern).forEach((name) => declare(scope, kind, name));
  for (const node of tree.ofType('variable_declarator')) {
    for (const name of boundIn(node.child('name'))) declare(scopes.at(node), name.parent === node ? 'variable' : 'loop', name);
  }
  for (const node of tree.ofType('parameter')) declareIn(node.child('name'), scopes.around(node), 'parameter');
  for (const list of tree.ofType('closure_parameters')) {
    for (const part of list.parts) if (part.type !== 'parameter') declareIn(part, scopes.around(list), 'parameter');
  }
  for (const node of tree.ofType('for_in_statement')) declareIn(node.child('left'), scopes.at(node), 'loop');
  for (const node of tree.ofType('let_condition')) declareIn(node.child('pattern'), scopes.around(node), 'loop');
  for (const node of tree.ofType('match_pattern')) declareIn(node, scopes.around(node), 'loop');
  for (const node of tree.ofType('constant_item')) {
    declare(scopes.around(node), node.parentType === 'block' ? 'constant' : 'field', node.child('name'));
  }
}

const BINDING: PlainBinding = {
  scopes: SCOPES,
  makesScope: ({ type, parentType }) => type !== 'block' || !FUNCTIONS.has(parentType ?? ''),
  names: ['identifier', 'shorthand_field_identifier'],
  declareAll,
  visibleFrom: (name) => visibleFrom(name),
  isUse: ({ field, parentType }) =>
    !(field === 'name' && parentType !== 'scoped_identifier') && parentType !== 'label' && parentType !== 'lifetime',
  useMore: namesInFormats,
};

const MACRO_TEXTS = ['string_literal', 'raw_string_literal'];

/** Names in braces in the texts of macros: The Rust Standard Library, `std::fmt`, "Named parameters". */
function namesInFormats(tree: SyntaxTree, use: (name: string, at: SyntaxNode) => void): void {
  for (const text of tree.ofTypes(MACRO_TEXTS)) {
    if (!text.text.includes('{')) continue;
    for (const [, name = ''] of text.text.matchAll(/\{([\p{L}_][\p{L}\p{N}_]*)/gu)) use(name, text);
    for (const [, name = ''] of text.text.matchAll(/\{[^{}]{0,200}?([\p{L}_][\p{L}\p{N}_]{0,99})\$/gu)) use(name, text);
  }
}

/** The paths that a declaration brings in, with what stands before their braces. */
function pathsOf(node: SyntaxNode, before: string, add: (found: Import) => void): void {
  const path = (own: string): string => (before === '' ? own : `${before}::${own}`);
  if (node.type === 'scoped_use_list') {
    const list = node.child('list');
    if (list !== null) pathsOf(list, path(node.child('path')?.text ?? ''), add);
  } else if (node.type === 'use_list') for (const part of node.parts) pathsOf(part, before, add);
  else if (node.type === 'use_as_clause') add({ module: path(node.child('path')?.text ?? ''), node });
  else if (!/comment/.test(node.type)) add({ module: path(node.text), node });
}

/** What a file of Rust brings in by `use`, each path by itself. */
function importsIn(tree: SyntaxTree): Import[] {
  const imports: Import[] = [];
  for (const statement of tree.ofType('import_declaration')) {
    const argument = statement.child('argument');
    if (argument !== null) pathsOf(argument, '', (found) => imports.push(found));
  }
  return imports;
}

export const RUST_SYNTAX: LanguageSyntax = {
  translation: RUST_TRANSLATION,
  misreadings: RUST_MISREADINGS,
  callsAreStatements: true,
  bind: (tree) => bindPlainly(tree, BINDING),
  values: boundValues(({ kind }) => (kind === 'constant' || kind === 'field' ? 'constant' : 'variable')),
  imports: importsIn,
  // A macro may look at the text that it is given.
  showsBlanks: (around) => /^token_tree(?:_pattern)?$/.test(around.type) || isMacroCall(around),
  leaving: {
    callee: /^(?:(?:std::|core::)?(?:panic|unreachable|todo|unimplemented)|(?:std::)?process::(?:exit|abort))$/,
    names: ['panic', 'unreachable', 'todo', 'unimplemented', 'exit', 'abort'],
  },
};
