import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import type { FactCollector } from '../collector.js';
import type { DECLARED, DeclaredKind } from '../facts.js';
import { wordsOf } from '../names-in.js';

/** The node types of names. */
export const PHP_NAMES: ReadonlyMap<string, true> = new Map([['name', true]]);

const KINDS: Readonly<Record<string, DeclaredKind>> = {
  function_definition: 'function', method_declaration: 'method', class_declaration: 'class', interface_declaration: 'class', trait_declaration: 'class', enum_declaration: 'class',
};
const HOLDERS = new Set(['class_declaration', 'interface_declaration', 'trait_declaration', 'enum_declaration', 'anonymous_class', 'object_creation_expression']);
const HERITAGE = new Set(['base_clause', 'class_interface_clause']);
const TYPES = Object.keys(KINDS);
const REQUIRED = ['require_expression', 'require_once_expression', 'include_expression', 'include_once_expression'];

/** Statements of a file that does something when it is loaded. */
const RUNS = new Set(['expression_statement', 'echo_statement', 'text_interpolation']);

/** What a library does when it is loaded. */
const PREPARES = /^(?:@?(?:require|include)|\\?(?:class_alias|define|spl_autoload_register|class_exists|interface_exists)\s*\()/;

/** Collects what a file of PHP declares and loads. */
export function collectPhp({ tree, text: { text } }: ParsedSource, facts: FactCollector): void {
  facts.namesIn(tree, PHP_NAMES);
  if (/\beval\s*\(|\$\$\w|\bnew\s+\$|->\$|::\$\w+\(/.test(text)) facts.mark('open');
  if (tree.ofTypes(TYPES).length === 0 && tree.root.parts.some((node) => RUNS.has(node.type) && !PREPARES.test(node.text))) facts.mark('program');
  // What runs tests calls what their comments name.
  for (const { text: comment } of tree.ofType('comment')) for (const [, name = ''] of comment.matchAll(/@(?:dataProvider|depends|before|after)\s+(\w+)/g)) facts.wordsIn(name);
  for (const node of tree.ofTypes(TYPES)) declare(node, facts);
  for (const node of tree.ofTypes(REQUIRED)) {
    const written = /^(?:require|include)(?:_once)?\s*\(?\s*(?:__DIR__|dirname\s*\(\s*__FILE__\s*\))\s*\.\s*(['"])(\/[^'"$]+)\1/.exec(node.text)?.[2];
    if (written !== undefined) facts.import({ module: `.${written}`, node, flags: ['whole'] });
  }
}

function declare(node: SyntaxNode, facts: FactCollector): void {
  const name = node.child('name');
  if (name === null) return;
  const kind = KINDS[node.type] as DeclaredKind;
  if (kind === 'class') {
    for (const clause of node.parts) if (HERITAGE.has(clause.type)) for (const base of clause.parts) facts.extend(name.text, wordsOf(base.text).at(-1) ?? '');
    for (const use of node.child('body')?.parts ?? []) if (use.type === 'use_declaration') for (const used of use.parts) facts.extend(name.text, wordsOf(used.text).at(-1) ?? '');
  }
  // PHP itself calls names of this form: PHP Manual, "Magic Methods".
  if (name.text.startsWith('__') || node.childOfType('visibility_modifier')?.text === 'private') return;
  const holder = node.closest(HOLDERS);
  const isSignature = kind === 'method' && (node.child('body') === null || holder?.type === 'interface_declaration');
  const flags: (keyof typeof DECLARED)[] = node.child('attributes') === null ? [] : ['called'];
  if (node.childOfType('abstract_modifier', 'final_modifier') !== null) flags.push('settled');
  // A function inside another is declared when that is called.
  facts.declare({ name, kind: isSignature ? 'signature' : kind, parts: [node], flags, owner: kind === 'method' ? holder?.child('name')?.text ?? '' : undefined });
}
