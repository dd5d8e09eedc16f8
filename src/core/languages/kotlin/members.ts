import type { Member } from '../../finders/private-members.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';

const CLASSES = new Set(['class_declaration', 'companion_object']);
const INSIDE = new Set(
  ['function_declaration', 'function_expression', 'lambda_literal', 'object_literal', 'property_declaration'],
);
const MEMBERS = ['property_declaration', 'function_declaration', 'class_parameter', 'class_declaration'];

function modifiersOf(node: SyntaxNode): string {
  return node.childOfType('modifiers')?.text ?? '';
}

/** Whether other modules can use something: nothing around it says otherwise. What a base describes is described there. */
export function isPublic(node: SyntaxNode): boolean {
  if (node.closest(INSIDE) !== null || /\boverride\b/.test(modifiersOf(node)) || node.child('name') === null) return false;
  for (let around: SyntaxNode | null = node; around !== null; around = around.closest(CLASSES)) {
    if (/\b(?:private|internal|protected)\b/.test(modifiersOf(around))) return false;
  }
  return true;
}

/** What is private to a class or a file. What has an annotation may be found by it. */
export function privateMembers({ tree }: ParsedSource): Member[] {
  return tree.ofTypes(MEMBERS).flatMap((node) => {
    const modifiers = modifiersOf(node);
    if (!/\bprivate\b/.test(modifiers) || modifiers.includes('@') || /\b(?:const|operator)\b/.test(modifiers)) return [];
    const name = node.child('name') ?? node.childOfType('variable_declaration')?.child('name') ?? null;
    return name === null ? [] : [{ name, node }];
  });
}
