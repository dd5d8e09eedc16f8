import type { Member } from '../../finders/private-members.js';
import type { ParsedSource } from '../../syntax/source.js';

const JAVA_MEMBERS = [
  'field_declaration', 'method_declaration', 'class_declaration', 'enum_declaration', 'interface_declaration',
  'record_declaration',
];

export const NAMES_OF_JAVA_MEMBERS = ['identifier', 'type_identifier'];

/** Methods that Java's serialization calls: Java Object Serialization Specification, chapters 2 and 3. */
const CALLED_BY_JAVA = new Set(
  ['serialVersionUID', 'serialPersistentFields', 'readObject', 'writeObject', 'readObjectNoData', 'readResolve', 'writeReplace'],
);

export function javaMembers({ tree }: ParsedSource): Member[] {
  return tree.ofTypes(JAVA_MEMBERS).flatMap((node) => {
    const modifiers = node.childOfType('modifiers')?.text ?? '';
    if (!/\bprivate\b/.test(modifiers) || modifiers.includes('@')) return [];
    const names = node.type !== 'field_declaration'
      ? [node.child('name')]
      : node.childrenOf('declarator').map((declarator) => declarator.child('name'));
    return names.flatMap((name) => (name === null || CALLED_BY_JAVA.has(name.text) ? [] : [{ name, node }]));
  });
}
