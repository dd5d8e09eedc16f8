import { defineRule } from '../../finders/rule.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt } from '../../finders/hits.js';

export default defineRule({
  id: 'idiom/loose-type',
  title: 'Types say what a value is',
  about: 'The compiler checks nothing about a value of type any, nor about anything derived from it.',
  advice: 'Write the actual type. If it is not known yet, use unknown and narrow it before use.',
  tags: ['correctness'],
  confidence: 'certain',
  options: {},
  find: {
    languages: {
      typescript: byTree(({ tree }) => [
        ...tree.ofType('predefined_type')
          .filter(({ text }) => text === 'any')
          .map((node) => hitAt(node, 'any turns type checking off for this value')),
        ...tree.ofType('type_identifier').filter(isLoose).map((node) => hitAt(node, node.text === 'Function'
          ? 'Function accepts every function, whatever it takes and returns'
          : 'Object accepts nearly every value')),
      ], ['predefined_type', 'type_identifier']),
    },
  },
  examples: [
    good('typescript', 'const tide: unknown = 1;\nconst any = 2;\n'),
    good('typescript', 'class Object {}\nconst quay: Object = next();\nconst tide: (low: number) => void = sail;\n'),
    bad('typescript', 'let sail: Function;\nfunction moor(tide: Object) {}\n', [
      '1:11-19 Function accepts every function, whatever it takes and returns', '2:21-27 Object accepts nearly every value',
    ]),
    bad('typescript', 'function moor(tide: any): any[] { return tide as any; }\n', [
      '1:21 any turns type checking off for this value', '1:27 any turns type checking off for this value',
      '1:50 any turns type checking off for this value',
    ]),
  ],
});

/** The types that accept any function, and anything but null and undefined; not a type of the file's own. */
function isLoose(node: SyntaxNode): boolean {
  const { text } = node;
  if ((text !== 'Function' && text !== 'Object')
      // elvar waive text/line-width because a pattern is one literal
      || !/^(?:type_annotation|union_type|array_type|type_arguments|as_expression|type_alias_declaration|parenthesized_type|readonly_type)$/.test(
        node.parentType
          ?? '',
      )) return false;
  return bindingsOf(node.tree).scopeAt(node).lookUp(text) === null;
}
