import type { FactCollector } from '../../facts/collector.js';
import type { DECLARED } from '../../facts/facts.js';
import { wordsOf } from '../../facts/names-in.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { isDividedByDirectives } from './directives.js';

/** The node types of names. */
const NAMES: ReadonlyMap<string, true> = new Map([['identifier', true]]);

const TYPES = [
  'class_declaration', 'struct_declaration', 'interface_declaration', 'enum_declaration', 'record_declaration',
  'delegate_declaration',
];
const HOLDERS = new Set([...TYPES]);

/** Collects what a file of C# declares and uses. */
export function collectCsharp({ tree, text: { text } }: ParsedSource, facts: FactCollector): void {
  facts.words.addTree(tree, NAMES);
  // What is in the branches that are not read may use any name that is written there.
  if (isDividedByDirectives(tree)) facts.words.addText(text);
  facts.mark('module');
  if (/\bstatic\s+(?:async\s+)?[\w<>.]+\s+Main\s*\(/.test(text) || tree.ofType('global_statement').length > 0) {
    facts.mark('program');
  }
  if (/\.(?:GetMethod|GetType|InvokeMember|CreateInstance)\s*\(/.test(text)) facts.mark('open');
  for (const node of tree.ofTypes(TYPES)) declareType(node, facts);
  for (const node of tree.ofType('method_declaration')) declareMethod(node, facts);
}

function modifiersOf(node: SyntaxNode): string[] {
  return node.parts.filter(({ type }) => type === 'modifier').map(({ text }) => text);
}

/** Attributes that only the compiler reads: .NET API, namespaces System and System.Runtime.CompilerServices. */
const PLAIN_ATTRIBUTES =
  // elvar waive text/line-width because a pattern is one literal
  /^\[\s*(?:Obsolete|MethodImpl|DebuggerStepThrough|DebuggerDisplay|DebuggerBrowsable|EditorBrowsable|SuppressMessage|CLSCompliant|Flags|StructLayout|ExcludeFromCodeCoverage)\b[^\]]*\]$/;

function flagsOf(node: SyntaxNode): (keyof typeof DECLARED)[] {
  const modifiers = modifiersOf(node);
  const isCalled = node.parts.some(({ type, text }) => type === 'attribute_list' && !PLAIN_ATTRIBUTES.test(text))
    || modifiers.some((word) => /^(?:override|extern|partial)$/.test(word));
  return [
    ...(isCalled ? ['called' as const] : []),
    ...(modifiers.some((word) => /^(?:public|protected)$/.test(word)) ? [] : ['hidden' as const]),
  ];
}

function declareType(node: SyntaxNode, facts: FactCollector): void {
  const name = node.child('name');
  if (name === null) return;
  for (const word of wordsOf(node.childOfType('base_list')?.text ?? '')) facts.extend(name.text, word);
  // One of several parts of a type says nothing of the others; methods for other types are called by the names of these, and a
  // program by that of its method.
  const flags = flagsOf(node).filter((flag) => flag !== 'called' || !modifiersOf(node).includes('partial'));
  const isOfOthers = /\(\s*this\b|\bstatic\s[^(;{]*\bMain\s*\(/.test(node.text);
  facts.declare({ name, kind: 'class', parts: [node], flags: isOfOthers ? [...flags, 'called'] : flags });
}

function declareMethod(node: SyntaxNode, facts: FactCollector): void {
  const name = node.child('name');
  const holder = node.closest(HOLDERS);
  if (name === null || holder === null || name.text === 'Main' || node.childOfType('explicit_interface_specifier') !== null) {
    return;
  }
  const isOfInterface = holder.type === 'interface_declaration';
  if (node.child('body') === null || isOfInterface) {
    facts.declare({ name, kind: 'signature', parts: [node] });
    return;
  }
  if (modifiersOf(node).includes('private')) return;
  facts.declare({ name, kind: 'method', parts: [node], flags: flagsOf(node), owner: holder.child('name')?.text ?? '' });
}
