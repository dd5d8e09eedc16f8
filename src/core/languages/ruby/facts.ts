import type { FactCollector } from '../../facts/collector.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';

/** The node types of names. */
const NAMES: ReadonlyMap<string, true> = new Map(['identifier', 'constant', 'hash_key_symbol'].map((type) => [type, true]));

const HOLDERS = new Set(['class_declaration', 'module_declaration', 'singleton_class']);
const TYPES = ['class_declaration', 'module_declaration'];
const SYMBOLS = ['simple_symbol', 'delimited_symbol', 'bare_symbol', 'bare_string'];

/**
 * Methods that Ruby itself calls: Ruby documentation, classes Object, Module and Class, "Implicit conversion", "Comparable" and
 * "Enumerable".
 */
// elvar waive text/line-width because a pattern is one literal
const CALLED = /^(?:initialize(?:_copy|_clone|_dup)?|inherited|included|extended|prepended|method_missing|method_added|singleton_method_added|const_missing|respond_to_missing\?|to_(?:s|str|a|ary|h|hash|i|int|f|r|c|sym|proc|enum|json|yaml|path|regexp|io|open)|inspect|hash|eql\?|equal\?|each|coerce|call|marshal_(?:dump|load)|_dump|_load|exception|message|full_message|backtrace|pretty_print(?:_cycle)?|encode_with|init_with|deconstruct(?:_keys)?|begin|end|succ|close|read|write|gets|main)$/;

/** Collects what a file of Ruby declares and loads. */
export function collectRuby({ tree, text: { text } }: ParsedSource, facts: FactCollector): void {
  facts.words.addTree(tree, NAMES);
  // A symbol is how methods are named for others to call.
  if (!tree.hasErrors) {
    for (const { start, end } of tree.ofTypes(SYMBOLS)) facts.words.addWord(text, start + Number(text[start] === ':'), end);
  }
  facts.mark('module');
  if (/__FILE__\s*==\s*\$(?:0|PROGRAM_NAME)|\$(?:0|PROGRAM_NAME)\s*==\s*__FILE__/.test(text)) facts.mark('program');
  if (/\b(?:send|public_send|__send__|instance_eval|class_eval|module_eval|const_get|method)\b/.test(text)) facts.mark('open');
  for (const node of tree.ofTypes(TYPES)) declareType(node, facts);
  for (const node of tree.ofType('method_declaration')) declareMethod(node, facts);
  for (const call of tree.ofType('call_expression')) {
    const name = call.child('object') === null ? call.child('name')?.text : undefined;
    if (name === 'include' || name === 'extend' || name === 'prepend') {
      for (const base of call.child('arguments')?.parts ?? []) facts.extend(ownerOf(call), lastName(base));
    }
  }
}

function ownerOf(node: SyntaxNode): string {
  const holder = node.closest(HOLDERS);
  const name = holder?.child('name') ?? null;
  return name === null ? '' : lastName(name);
}

/** The last part of a name with modules before it. */
function lastName(node: SyntaxNode): string {
  return (node.type === 'scope_resolution' ? node.child('name') : null)?.text ?? node.text;
}

function declareType(node: SyntaxNode, facts: FactCollector): void {
  const name = node.child('name');
  if (name?.type !== 'constant') return;
  const base = node.child('superclass')?.firstPart ?? null;
  if (base !== null) facts.extend(name.text, lastName(base));
  facts.declare({ name, kind: 'class', parts: [node] });
}

function declareMethod(node: SyntaxNode, facts: FactCollector): void {
  const name = node.child('name');
  if (name?.type !== 'identifier' || CALLED.test(name.text)) return;
  const isFree = node.closest(HOLDERS) === null;
  facts.declare({ name, kind: isFree ? 'function' : 'method', parts: [node], owner: isFree ? undefined : ownerOf(node) });
}
