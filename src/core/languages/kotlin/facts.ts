import type { FactCollector } from '../../facts/collector.js';
import type { DECLARED } from '../../facts/facts.js';
import { wordsOf } from '../../facts/names-in.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';

/** The node types of names. */
const NAMES: ReadonlyMap<string, true> = new Map([['identifier', true]]);

const HOLDERS = new Set(['class_declaration', 'companion_object', 'object_literal', 'enum_entry']);
const TEXTS = ['string_literal', 'raw_string_literal'];

/** Collects what a file of Kotlin declares and imports. */
export function collectKotlin({ tree, text: { text } }: ParsedSource, facts: FactCollector): void {
  facts.words.addTree(tree, NAMES);
  // Names after a dollar sign are used, although the grammar reads them as text.
  if (!tree.hasErrors) {
    for (const node of tree.ofTypes(TEXTS)) for (const { index, 0: found } of node.text.matchAll(/\$[\p{L}_][\p{L}\p{N}_]*/gu)) {
      facts.words.addText(text, node.start + index + 1, node.start + index + found.length);
    }
  }
  facts.mark('module');
  if (/\bfun\s+main\s*\(/.test(text)) facts.mark('program');
  for (const node of tree.ofType('class_declaration')) declareClass(node, facts);
  for (const node of tree.ofType('function_declaration')) declareFunction(node, facts);
  for (const statement of tree.ofType('import_declaration')) {
    const node = statement.childOfType('qualified_identifier', 'identifier');
    if (node !== null) facts.import({ module: node.text.replace(/[\s`]/g, ''), node, flags: ['whole'] });
  }
}

function modifiersOf(node: SyntaxNode): string {
  return node.childOfType('modifiers')?.text ?? '';
}

/** Annotations that only the compiler and readers look at: Kotlin API, package kotlin; Java SE API, package java.lang. */
const PLAIN_ANNOTATIONS =
  // elvar waive text/line-width because a pattern is one literal
  /@(?:file:)?(?:Deprecated|Suppress|SuppressWarnings|SuppressLint|Throws|JvmStatic|JvmOverloads|JvmField|JvmName|OptIn|Composable|VisibleForTesting|RequiresApi|UiThread|MainThread|WorkerThread|Synchronized)\b(?:\([^()]*\))?/g;

function flagsOf(node: SyntaxNode): (keyof typeof DECLARED)[] {
  const modifiers = modifiersOf(node);
  const isCalled = modifiers.replace(PLAIN_ANNOTATIONS, '').includes('@')
    || /\b(?:override|external|operator|actual|expect)\b/.test(modifiers);
  return [...(isCalled ? ['called' as const] : []), ...(/\binternal\b/.test(modifiers) ? ['hidden' as const] : [])];
}

/** What is private is another rule's to say. */
function isPrivate(node: SyntaxNode): boolean {
  return /\bprivate\b/.test(modifiersOf(node));
}

function declareClass(node: SyntaxNode, facts: FactCollector): void {
  const name = node.child('name');
  if (name === null || isPrivate(node)) return;
  for (const word of wordsOf(node.childOfType('delegation_specifiers')?.text ?? '')) facts.extend(name.text, word);
  facts.declare({ name, kind: 'class', parts: [node], flags: flagsOf(node) });
}

function declareFunction(node: SyntaxNode, facts: FactCollector): void {
  const name = node.child('name');
  if (name === null || name.text === 'main' || isPrivate(node)) return;
  const holder = node.closest(HOLDERS);
  // What is made on the fly has what its base calls.
  if (holder?.type === 'object_literal' || holder?.type === 'enum_entry') return;
  if (node.child('body') === null) {
    facts.declare({ name, kind: 'signature', parts: [node] });
    return;
  }
  const owner = holder === null ? undefined : (holder.child('name')?.text ?? '');
  facts.declare({ name, kind: holder === null ? 'function' : 'method', parts: [node], flags: flagsOf(node), owner });
}
