import { defineRule, type Hit } from '../../model/rule.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../examples.js';
import { eachNode, hitAt, inLanguages } from '../hits.js';

export default defineRule({
  id: 'idiom/nested-choice',
  title: 'A choice in an expression holds no other',
  about: 'Which of the values is taken when can only be told by counting question marks.',
  advice: 'Write branches, or give the inner choice a name.',
  tags: ['readability'],
  confidence: 'certain',
  options: {},
  find: { languages: inLanguages('javascript typescript java cpp c php python', eachNode(['ternary_expression', 'conditional_expression'], judge)) },
  examples: [
    good('javascript', 'const a = b ? 1 : 2;\nconst c = b ? sail(() => (d ? 1 : 2)) : 3;\n'),
    bad('javascript', 'const a = b ? 1 : c ? 2 : 3;\n', '1:19'),
    good('typescript', 'const a: number = b ? 1 : 2;\n'),
    bad('typescript', 'const a = b ? (c ? 1 : 2) : 3;\n', '1:16'),
    good('java', 'class Quay { int a = b ? 1 : 2; }\n'),
    bad('java', 'class Quay { int a = b ? 1 : c ? 2 : 3; }\n', '1:30'),
    good('cpp', 'int a = b ? 1 : 2;\n'),
    bad('cpp', 'int a = b ? 1 : c ? 2 : 3;\n', '1:17'),
    good('php', '<?php $a = $b ? 1 : 2;\n'),
    bad('php', '<?php $a = $b ? 1 : ($c ? 2 : 3);\n', '1:22'),
    good('python', 'a = 1 if b else 2\n'),
    bad('python', 'a = 1 if b else 2 if c else 3\n', '1:17'),
  ],
});

const CHOICES = new Set(['ternary_expression', 'conditional_expression']);

/** The innermost of three choices is told once, as the others are. */
function judge(node: SyntaxNode): Hit | null {
  let around = node.parent;
  while (around?.type === 'parenthesized_expression') around = around.parent;
  return around !== null && CHOICES.has(around.type) ? hitAt(node, 'a choice within a choice') : null;
}
