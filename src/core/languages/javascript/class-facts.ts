import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import type { Declared } from '../../facts/collector.js';
import { wordsOf } from '../../facts/names-in.js';

/** Nodes that are classes. */
export const CLASS_TYPES = ['class_declaration', 'abstract_class_declaration', 'class'];

/** What the language, or a library by its name, calls. */
const CALLED_BY_NAME = new Set([
  'constructor', 'toString', 'toJSON', 'valueOf', 'toLocaleString', 'then', 'next', 'return', 'throw', 'get', 'set', 'has',
  'ownKeys', 'deleteProperty', 'apply', 'construct', 'inspect', 'default', 'handleEvent', 'render',
]);

/** Classes and their methods; those that are exported come with the exports. */
export function classesIn(tree: SyntaxTree): Declared[] {
  const signatures = tree.ofTypes(SIGNATURES).flatMap((node): Declared[] => {
    const name = node.child('name');
    return name?.type === 'property_identifier' ? [{ name, kind: 'signature', parts: [node] }] : [];
  });
  return [...tree.ofTypes(CLASS_TYPES).flatMap((node) => [...classOf(node), ...methodsOf(node)]), ...signatures];
}

function classOf(node: SyntaxNode): Declared[] {
  const name = node.child('name');
  if (name === null || node.parentType === 'export_statement' || node.type === 'class') return [];
  return [{ name, kind: 'class', parts: [node], flags: node.childOfType('decorator') !== null ? ['called'] : [] }];
}

function methodsOf(node: SyntaxNode): Declared[] {
  const owner = node.child('name')?.text;
  let isNextCalled = false;
  return (node.child('body')?.parts ?? []).flatMap((member) => {
    if (member.type === 'decorator') isNextCalled = true;
    if (member.type === 'decorator' || member.type === 'comment') return [];
    const own = methodOf(member, owner, isNextCalled);
    isNextCalled = false;
    return own === null ? [] : [own];
  });
}

const SIGNATURES = ['method_signature', 'abstract_method_signature'];

function methodOf(member: SyntaxNode, owner: string | undefined, isDecorated: boolean): Declared | null {
  const name = member.child('name');
  if (member.type !== 'method_definition' || name?.type !== 'property_identifier' || CALLED_BY_NAME.has(name.text)) return null;
  // What is private is judged in its own file.
  if (member.childOfType('accessibility_modifier')?.text === 'private') return null;
  const isCalled = isDecorated || member.childOfType('decorator', 'override_modifier') !== null;
  return { name, kind: 'method', parts: [member], owner: owner ?? '', flags: isCalled ? ['called'] : [] };
}

/** What a class extends or implements. */
export function basesOf(node: SyntaxNode): string[] {
  const heritage = node.childOfType('class_heritage');
  return heritage === null ? [] : wordsOf(heritage.text).filter((word) => word !== 'extends' && word !== 'implements');
}
