import type { Member } from '../../finders/private-members.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';

export const NAMES_OF_PYTHON_MEMBERS = ['identifier'];

/** Members with two underscores before their name, which Python mangles: The Python Language Reference, section 6.2.1. */
export function pythonMembers({ tree }: ParsedSource): Member[] {
  const first = new Map<string, Member>();
  const add = (name: SyntaxNode | null, node: SyntaxNode): void => {
    if (name !== null && /^__(?!\w*__)\w+$/.test(name.text) && !first.has(name.text)) first.set(name.text, { name, node });
  };
  for (const holder of tree.ofType('class_definition')) {
    for (const part of holder.child('body')?.parts ?? []) {
      if (part.type === 'function_definition') add(part.child('name'), part);
      else if (part.type === 'expression_statement' && part.firstPart?.type === 'assignment') {
        add(part.firstPart.child('left'), part);
      }
    }
  }
  for (const assignment of tree.ofType('assignment')) {
    const left = assignment.child('left');
    if (left?.type === 'attribute' && left.child('object')?.text === 'self') add(left.child('attribute'), assignment);
  }
  return [...first.values()];
}
