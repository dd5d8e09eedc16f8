import type { FactCollector } from '../../facts/collector.js';
import type { DECLARED } from '../../facts/facts.js';
import { wordsOf } from '../../facts/names-in.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';

/** The node types of names. */
const NAMES: ReadonlyMap<string, true> = new Map(
  ['identifier', 'type_identifier', 'field_identifier', 'shorthand_field_identifier'].map((type) => [type, true]),
);

const TYPES = ['struct_declaration', 'enum_declaration', 'trait_declaration', 'type_alias_declaration'];
const HOLDERS = new Set(['impl_item', 'trait_declaration', 'foreign_mod_item']);

/** Attributes that only the compiler and readers look at: The Rust Reference, "Attributes". */
const PLAIN_ATTRIBUTES =
  // elvar waive text/line-width because a pattern is one literal
  /^#!?\[\s*(?:allow|warn|deny|expect|doc|inline|cold|must_use|deprecated|cfg|derive|track_caller|repr|non_exhaustive|target_feature|automatically_derived)\b/;

/** Collects what a file of Rust declares and brings in. */
export function collectRust({ tree, text: { text, path } }: ParsedSource, facts: FactCollector): void {
  facts.words.addTree(tree, NAMES);
  facts.mark('module');
  if (/(?:^|\/)(?:main|build)\.rs$|(?:^|\/)src\/bin\//.test(path) && /\bfn\s+main\s*\(/.test(text)) facts.mark('program');
  for (const node of tree.ofType('impl_item')) {
    const [owner, trait] = [node.child('type'), node.child('trait')];
    if (owner !== null && trait !== null) {
      for (const word of wordsOf(trait.text)) facts.extend(wordsOf(owner.text)[0] ?? '', word);
    }
  }
  for (const node of tree.ofTypes(TYPES)) declareType(node, facts);
  for (const node of tree.ofType('function_declaration')) declareFunction(node, facts);
  for (const node of tree.ofType('function_signature')) {
    const name = node.child('name');
    if (name !== null) facts.declare({ name, kind: 'signature', parts: [node] });
  }
}

function flagsOf(node: SyntaxNode): (keyof typeof DECLARED)[] {
  let isCalled = false;
  for (let before = node.previous; before?.type === 'attribute_item'
    || before?.type === 'line_comment' || before?.type === 'block_comment'; before = before.previous) {
    isCalled ||= before.type === 'attribute_item' && !PLAIN_ATTRIBUTES.test(before.text);
  }
  return [
    ...(isCalled ? ['called' as const] : []),
    ...(node.childOfType('visibility_modifier')?.text === 'pub' ? [] : ['hidden' as const]),
  ];
}

function declareType(node: SyntaxNode, facts: FactCollector): void {
  const name = node.child('name');
  // Types within a trait, or its implementation, are asked for by it.
  if (name === null || node.parent?.parentType === 'impl_item' || node.parent?.parentType === 'trait_declaration') return;
  facts.declare({ name, kind: 'class', parts: [node, ...ownImplementations(node, name.text)], flags: flagsOf(node) });
}

/** The implementations of a type in its file: what they say of it is no use of it. */
function ownImplementations({ tree }: SyntaxNode, name: string): SyntaxNode[] {
  return tree.ofType('impl_item').filter((item) => wordsOf(item.child('type')?.text ?? '')[0] === name);
}

function declareFunction(node: SyntaxNode, facts: FactCollector): void {
  const name = node.child('name');
  const holder = node.closest(HOLDERS);
  if (name === null || name.text === 'main' || node.childOfType('function_modifiers')?.text.includes('extern') === true) return;
  if (holder === null) {
    facts.declare({ name, kind: 'function', parts: [node], flags: flagsOf(node) });
    return;
  }
  // What a trait asks for is called through it.
  if (holder.type !== 'impl_item' || holder.child('trait') !== null) return;
  facts.declare({ name, kind: 'method', parts: [node], flags: flagsOf(node), owner: '' });
}
