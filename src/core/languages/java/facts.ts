import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import type { FactCollector } from '../../facts/collector.js';
import type { DECLARED } from '../../facts/facts.js';
import { wordsOf } from '../../facts/names-in.js';

/** The node types of names. */
const JAVA_NAMES: ReadonlyMap<string, true> = new Map([['identifier', true], ['type_identifier', true]]);

const CLASSES = ['class_declaration', 'interface_declaration', 'enum_declaration', 'record_declaration'];
const HOLDERS = new Set([...CLASSES, 'annotation_type_declaration', 'enum_constant', 'object_creation_expression']);
const HERITAGE = new Set(['superclass', 'super_interfaces', 'extends_interfaces']);

/** Collects what a file of Java declares and imports. */
export function collectJava({ tree, text: { text } }: ParsedSource, facts: FactCollector): void {
  facts.words.addTree(tree, JAVA_NAMES);
  facts.mark('module');
  if (/\bvoid\s+main\s*\(/.test(text)) facts.mark('program');
  if (/\bClass\.forName\b|\.getDeclaredMethod\b|\.getMethod\b/.test(text)) facts.mark('open');
  for (const node of tree.ofTypes(CLASSES)) declareClass(node, facts);
  for (const node of tree.ofType('method_declaration')) declareMethod(node, facts);
  // A class that is made on the fly has what its base calls.
  for (const statement of tree.ofType('import_declaration')) {
    const node = statement.childOfType('scoped_identifier', 'identifier');
    if (node !== null) facts.import({ module: node.text.replace(/\s/g, ''), node, flags: ['whole'] });
  }
}

function modifiersOf(node: SyntaxNode): string {
  return node.childOfType('modifiers')?.text ?? '';
}

/** Annotations that only the compiler reads: Java SE API, package java.lang. */
const PLAIN_ANNOTATIONS =
  // elvar waive text/line-width because a pattern is one literal
  /@(?:Deprecated|SuppressWarnings|SafeVarargs|FunctionalInterface|Nullable|NonNull|NotNull|Nonnull|CheckForNull)\b(?:\([^()]*\))?/g;

function flagsOf(node: SyntaxNode): (keyof typeof DECLARED)[] {
  const modifiers = modifiersOf(node);
  return [
    ...(modifiers.replace(PLAIN_ANNOTATIONS, '').includes('@') ? ['called' as const] : []),
    ...(/\b(?:public|protected)\b/.test(modifiers) ? [] : ['hidden' as const]),
  ];
}

function declareClass(node: SyntaxNode, facts: FactCollector): void {
  const name = node.child('name');
  if (name === null) return;
  for (const clause of node.parts) if (HERITAGE.has(clause.type)) {
    for (const word of wordsOf(clause.text)) if (word !== 'extends' && word !== 'implements') facts.extend(name.text, word);
  }
  if (/\bprivate\b/.test(modifiersOf(node))) return;
  facts.declare({ name, kind: 'class', parts: [node], flags: flagsOf(node) });
}

function declareMethod(node: SyntaxNode, facts: FactCollector): void {
  const name = node.child('name');
  const holder = node.closest(HOLDERS);
  if (name === null || holder === null || /\bprivate\b/.test(modifiersOf(node)) || name.text === 'main') return;
  const isOfInterface = holder.type === 'interface_declaration' || holder.type === 'annotation_type_declaration';
  if (node.child('body') === null || holder.type === 'annotation_type_declaration') {
    facts.declare({ name, kind: 'signature', parts: [node] });
    return;
  }
  // Methods of a class without a name, and of a constant, are there because something calls them.
  if (holder.type === 'object_creation_expression' || holder.type === 'enum_constant') return;
  const flags = flagsOf(node).filter((flag) => !(isOfInterface && flag === 'hidden'));
  facts.declare({ name, kind: 'method', parts: [node], flags, owner: holder.child('name')?.text ?? '' });
}
