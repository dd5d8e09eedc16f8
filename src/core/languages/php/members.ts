import type { Member } from '../../finders/private-members.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';

const PHP_MEMBERS = ['property_declaration', 'method_declaration', 'const_declaration', 'property_promotion_parameter'];

export const NAMES_OF_PHP_MEMBERS = ['name'];

const PHP_BODIES = new Set(['declaration_list']);

export function phpMembers({ tree }: ParsedSource): Member[] {
  return tree.ofTypes(PHP_MEMBERS).flatMap((node) => {
    if (node.childOfType('visibility_modifier')?.text !== 'private') return [];
    const list = node.type === 'property_promotion_parameter' ? (node.closest(PHP_BODIES) ?? node) : (node.parent as SyntaxNode);
    // Classes that use a trait use its private members; magic methods use names invisibly.
    if (list.parent?.type === 'trait_declaration' || /function\s+__(?:get|set|call|callStatic)\b/i.test(list.text)) return [];
    const names = node.type === 'method_declaration' || node.type === 'property_promotion_parameter' ? [node.child('name')]
      : node.type === 'const_declaration' ? node.parts.filter(({ type }) => type === 'const_element').map((part) =>
        part.firstPart)
        : node.parts.filter(({ type }) => type === 'property_element').map((part) => part.child('name'));
    return names.flatMap((name) => (name === null || name.text.startsWith('__') ? [] : [{ name, node }]));
  });
}
