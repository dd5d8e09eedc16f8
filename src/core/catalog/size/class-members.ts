import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { eachNode, hitAt, usually } from '../../finders/hits.js';
import { whole } from '../../finders/options.js';

export default defineRule({
  id: 'size/class-members',
  title: 'Classes have few members',
  about: 'A class with many members does many things, and every method can reach every field.',
  advice: 'Move the members that use each other into a class of their own.',
  tags: ['readability'],
  confidence: 'certain',
  options: { max: whole(20, 1, 1000, 'lower', 'the most fields and methods of a class') },
  find: usually('javascript typescript python java php cpp', eachNode(['class', 'class_declaration', 'abstract_class_declaration', 'class_definition', 'class_specifier', 'struct_specifier', 'trait_declaration'], judge)),
  examples: [
    good('javascript', 'class Quay { a = 1; moor() {} }\n', { options: { max: 2 } }),
    bad('javascript', 'class Quay { a = 1; moor() {} sail() {} }\n', '1:7-11 Quay has 3 members, 1 over 2', { options: { max: 2 } }),
    good('typescript', 'class Quay { moor(a: 1): void; moor(a: 2): void; moor(a: number) {} }\n', { options: { max: 2 } }),
    bad('typescript', 'class Quay { a: number; b: number; c: number; }\n', '1:7-11 Quay has 3 members, 1 over 2', { options: { max: 2 } }),
    good('python', 'class Quay:\n    """A quay."""\n    a = 1\n    def moor(self):\n        self.b = 2\n', { options: { max: 2 } }),
    bad('python', 'class Quay:\n    a = 1\n    b = 2\n    def moor(self):\n        pass\n', '1:7-11 Quay has 3 members, 1 over 2', { options: { max: 2 } }),
    good('java', 'class Quay { int a, b; class Inner {} }\n', { options: { max: 2 } }),
    bad('java', 'class Quay { int a, b; void moor() {} }\n', '1:7-11 Quay has 3 members, 1 over 2', { options: { max: 2 } }),
    good('php', '<?php class Quay { public $a; function moor() {} }\n', { options: { max: 2 } }),
    bad('php', '<?php class Quay { public $a; function moor() {} function sail() {} }\n', '1:13-17 Quay has 3 members, 1 over 2', { options: { max: 2 } }),
    good('cpp', 'class Quay { public: int a; void moor(); };\n', { options: { max: 2 } }),
    bad('cpp', 'class Quay { public: int a; void moor(); void sail(); };\n', '1:7-11 Quay has 3 members, 1 over 2', { options: { max: 2 } }),
  ],
});

const MEMBERS = new Set(['method_definition', 'field_definition', 'public_field_definition', 'function_definition', 'method_declaration', 'constructor_declaration',
  'field_declaration', 'property_declaration', 'const_declaration', 'decorated_definition', 'declaration', 'function_declaration']);

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
  const several = part.type === 'property_declaration' ? part.parts.filter(({ type }) => type === 'property_element') : part.childrenOf('declarator');
  return Math.max(1, several.length);
}
