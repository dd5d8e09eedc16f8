import { literalKey } from '../../finders/repeated-keys.js';
import type { SyntaxNode } from '../../syntax/node.js';

export function keyInScript(part: SyntaxNode): { key: string; at: SyntaxNode } | null {
  if (part.type === 'jsx_attribute') {
    return part.firstPart === null ? null : { key: `attribute ${part.firstPart.text}`, at: part.firstPart };
  }
  const name = part.type === 'pair' ? part.child('key')
    : part.type === 'method_definition' ? part.child('name')
    : part.type === 'shorthand_property_identifier' ? part
    : null;
  if (name === null) return null;
  if (name.type === 'computed_property_name') return part.parentType === 'class_body' ? null : literalKey(name.firstPart);
  const key = literalKey(name)?.key ?? name.text;
  if (key === '__proto__' && name.text === key) return null;
  // A getter and a setter share a key.
  const words = part.type === 'method_definition'
    ? part.children.filter(({ type }) => /^(?:get|set|static)$/.test(type)).map(({ type }) => type)
    : [];
  // A class has its own members and those of its objects, and TypeScript lists the forms of a constructor.
  if (part.parentType === 'class_body' && (key === 'constructor' || part.child('body') === null)) return null;
  return { key: [...words, key].join(' '), at: name };
}
