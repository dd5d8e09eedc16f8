import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { contentOf, textsOf } from '../../syntax/texts.js';
import type { FactCollector } from '../../facts/collector.js';
import type { DECLARED, DeclaredKind } from '../../facts/facts.js';
import { wordsOf } from '../../facts/names-in.js';

/** The node types of names. */
const PHP_NAMES: ReadonlyMap<string, true> = new Map([['name', true]]);

const KINDS: Readonly<Record<string, DeclaredKind>> = {
  function_definition: 'function', method_declaration: 'method', class_declaration: 'class', interface_declaration: 'class',
  trait_declaration: 'class', enum_declaration: 'class',
};
const HOLDERS = new Set([
  'class_declaration', 'interface_declaration', 'trait_declaration', 'enum_declaration', 'anonymous_class',
  'object_creation_expression',
]);
const HERITAGE = new Set(['base_clause', 'class_interface_clause']);
const TYPES = Object.keys(KINDS);
const REQUIRED = ['require_expression', 'require_once_expression', 'include_expression', 'include_once_expression'];

const CONDITIONS = new Set(['if_statement']);
/** Where code is run only when something else is so. */
const LATER = new Set(['if_statement', 'function_definition', 'method_declaration', 'anonymous_function', 'try_statement']);
/** Questions whether a file is there. */
const ASKS = /\b(?:file_exists|is_file|is_readable|stream_resolve_include_path)\b/;

/** Statements of a file that does something when it is loaded. */
const RUNS = new Set(['expression_statement', 'echo_statement', 'text_interpolation']);

/** What a library does when it is loaded. */
const PREPARES = /^(?:@?(?:require|include)|\\?(?:class_alias|define|spl_autoload_register|class_exists|interface_exists)\s*\()/;

/** Collects what a file of PHP declares and loads. */
export function collectPhp({ tree, text: { text } }: ParsedSource, facts: FactCollector): void {
  facts.words.addTree(tree, PHP_NAMES);
  if (!tree.hasErrors) addCallbacks(tree, text, facts);
  if (/\beval\s*\(|\$\$\w|\bnew\s+\$|->\$|::\$\w+\(/.test(text)) facts.mark('open');
  if (tree.ofTypes(TYPES).length === 0 && tree.root.parts.some((node) => RUNS.has(node.type) && !PREPARES.test(node.text))) {
    facts.mark('program');
  }
  // What runs tests calls what their comments name.
  for (const { text: comment } of tree.ofType('comment')) {
    for (const [, name = ''] of comment.matchAll(/@(?:dataProvider|depends|before|after)\s+(\w+)/g)) facts.words.addText(name);
  }
  for (const node of tree.ofTypes(TYPES)) declare(node, facts);
  for (const node of tree.ofTypes(REQUIRED)) {
    const written =
      /^(?:require|include)(?:_once)?\s{0,99}\(?\s{0,99}(?:__DIR__|dirname\s*\(\s*__FILE__\s*\))\s*\.\s*(['"])(\/[^'"$]+)\1/.exec(
        node.text,
      )?.[2];
    const condition = node.closest(CONDITIONS)?.child('condition')?.text ?? '';
    if (written === undefined || ASKS.test(condition)) continue;
    facts.import({ module: `.${written}`, node, flags: node.closest(LATER) === null ? ['whole'] : ['whole', 'late'] });
  }
}

/** A text that is a name and nothing else is how functions are handed over: PHP Manual, "Callbacks / Callables". */
function addCallbacks(tree: SyntaxTree, text: string, facts: FactCollector): void {
  for (const node of textsOf(tree)) {
    const { start, end, text: content } = contentOf(node);
    if (/^\\?[\w\u0080-\uffff]+(?:\\{1,2}[\w\u0080-\uffff]+)*(?:::[\w\u0080-\uffff]+)?$/.test(content)) {
      facts.words.addText(text, start, end);
    }
  }
}

function declare(node: SyntaxNode, facts: FactCollector): void {
  const name = node.child('name');
  if (name === null) return;
  const kind = KINDS[node.type] as DeclaredKind;
  if (kind === 'class') for (const base of basesOf(node)) facts.extend(name.text, base);
  // PHP itself calls names of this form: PHP Manual, "Magic Methods".
  if (name.text.startsWith('__') || node.childOfType('visibility_modifier')?.text === 'private') return;
  const holder = node.closest(HOLDERS);
  const isSignature = kind === 'method' && (node.child('body') === null || holder?.type === 'interface_declaration');
  const flags: (keyof typeof DECLARED)[] = node.child('attributes') === null ? [] : ['called'];
  facts.declare({
    name,
    kind: isSignature ? 'signature' : kind,
    parts: [node],
    flags,
    owner: kind === 'method' ? holder?.child('name')?.text ?? '' : undefined,
  });
}

/** What a class extends, implements or uses. */
function basesOf(node: SyntaxNode): string[] {
  const clauses = [
    ...node.parts.filter(({ type }) => HERITAGE.has(type)),
    ...(node.child('body')?.parts ?? []).filter(({ type }) => type === 'use_declaration'),
  ];
  return clauses.flatMap(({ parts }) => parts.flatMap(({ text }) => wordsOf(text).slice(-1)));
}
