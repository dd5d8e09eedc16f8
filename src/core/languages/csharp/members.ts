import type { Member } from '../../finders/private-members.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { isDividedByDirectives } from './directives.js';

const TYPES = new Set([
  'class_declaration', 'struct_declaration', 'interface_declaration', 'record_declaration', 'enum_declaration',
  'delegate_declaration',
]);
const FUNCTIONS = new Set(
  ['method_declaration', 'function_declaration', 'lambda_expression', 'constructor_declaration', 'accessor_declaration'],
);
const MEMBERS = [
  'field_declaration', 'method_declaration', 'property_declaration', 'class_declaration', 'struct_declaration',
  'enum_declaration',
];

function has(node: SyntaxNode, ...words: readonly string[]): boolean {
  return node.parts.some(({ type, text }) => type === 'modifier' && words.includes(text));
}

/**
 * Whether other assemblies can use something: it is public, and so is all around it. What an interface or a base describes is
 * described there.
 */
export function isPublic(node: SyntaxNode): boolean {
  if (node.closest(FUNCTIONS) !== null || has(node, 'override')) return false;
  for (let around: SyntaxNode | null = node; around !== null; around = around.closest(TYPES)) {
    if (!has(around, 'public') && around.parent?.parentType !== 'interface_declaration') return false;
  }
  return true;
}

/** Messages that a host calls by their names, whoever may see the methods: Unity User Manual, "Event functions". */
const CALLED_BY_HOST = /^(?:On[A-Z]\w*|Awake|Start|Update|FixedUpdate|LateUpdate|Reset|Main)$/;

/** The members that say that they are private. What other parts of a type use, or an attribute stands for, is not known here. */
export function privateMembers({ tree }: ParsedSource): Member[] {
  if (isDividedByDirectives(tree)) return [];
  return tree.ofTypes(MEMBERS).flatMap((node) => {
    const holder = node.closest(TYPES);
    if (holder === null || !has(node, 'private')
        || has(holder, 'partial') || has(node, 'partial', 'extern') || node.childOfType('attribute_list') !== null) return [];
    const names = node.type === 'field_declaration'
      ? (node.childOfType('variable_declaration')?.parts ?? [])
        .filter(({ type }) => type === 'variable_declarator')
        .map((part) => part.child('name'))
      : [node.child('name')];
    const isOfHost = holder.childOfType('base_list') !== null && node.type === 'method_declaration';
    return names.flatMap((name) => (name === null || (isOfHost && CALLED_BY_HOST.test(name.text)) ? [] : [{ name, node }]));
  });
}
