import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { eachNode, hitAt, shared } from '../../finders/hits.js';
import { whole } from '../../finders/options.js';

export default defineRule({
  id: 'size/class-members',
  title: 'Classes have few members',
  about: 'A class with many members does many things, and every method can reach every field.',
  advice: 'Move the members that use each other into a class of their own.',
  tags: ['readability'],
  confidence: 'certain',
  options: { max: whole(20, 1, 1000, 'lower', 'the most fields and methods of a class') },
  find: shared(eachNode(
    [
      'class', 'class_declaration', 'abstract_class_declaration', 'class_definition', 'class_specifier', 'struct_specifier',
      'trait_declaration',
    ],
    judge,
  )),
});

const MEMBERS = new Set([
  'method_definition', 'field_definition', 'public_field_definition', 'function_definition', 'method_declaration',
  'constructor_declaration',
    'field_declaration', 'property_declaration', 'const_declaration', 'decorated_definition',
  'declaration', 'function_declaration',
]);

function judge(node: SyntaxNode, { max }: { readonly max: number }): Hit | null {
  const body = node.child('body');
  if (body === null) return null;
  const count = body.parts.reduce((sum, part) => sum + membersIn(part), 0);
  const name = node.child('name');
  const at = name ?? node.first ?? node;
  return count > max ? hitAt(at, `${name?.text ?? 'this class'} has ${count} members, ${count - max} over ${max}`) : null;
}

function membersIn(part: SyntaxNode): number {
  if (part.type === 'expression_statement') return part.firstPart?.type === 'assignment' ? 1 : 0;
  if (!MEMBERS.has(part.type)) return 0;
  const several = part.type === 'property_declaration'
    ? part.parts.filter(({ type }) => type === 'property_element')
    : part.childrenOf('declarator');
  return Math.max(1, several.length);
}
