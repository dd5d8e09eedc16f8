import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { eachNode, hitAt, usually } from '../../finders/hits.js';

export default defineRule({
  id: 'idiom/nested-choice',
  title: 'No conditional expression inside another',
  about: 'Which value is chosen when can only be worked out by counting question marks.',
  advice: 'Use if and else, or give the inner expression a name.',
  tags: ['readability'],
  confidence: 'certain',
  options: {},
  find: usually('javascript typescript java cpp c php python', eachNode(['ternary_expression', 'conditional_expression'], judge)),
  examples: [
    good('javascript', 'const a = b ? 1 : 2;\nconst c = b ? sail(() => (d ? 1 : 2)) : 3;\n'),
    bad('javascript', 'const a = b ? 1 : c ? 2 : 3;\n', '1:19-28 a conditional expression inside another one'),
    good('typescript', 'const a: number = b ? 1 : 2;\n'),
    bad('typescript', 'const a = b ? (c ? 1 : 2) : 3;\n', '1:16-25 a conditional expression inside another one'),
    good('java', 'class Quay { int a = b ? 1 : 2; }\n'),
    bad('java', 'class Quay { int a = b ? 1 : c ? 2 : 3; }\n', '1:30-39 a conditional expression inside another one'),
    good('cpp', 'int a = b ? 1 : 2;\n'),
    bad('cpp', 'int a = b ? 1 : c ? 2 : 3;\n', '1:17-26 a conditional expression inside another one'),
    good('php', '<?php $a = $b ? 1 : 2;\n'),
    bad('php', '<?php $a = $b ? 1 : ($c ? 2 : 3);\n', '1:22-32 a conditional expression inside another one'),
    good('python', 'a = 1 if b else 2\n'),
    bad('python', 'a = 1 if b else 2 if c else 3\n', '1:17-30 a conditional expression inside another one'),
  ],
});

const CHOICES = new Set(['ternary_expression', 'conditional_expression']);

/** Of three nested choices, the innermost is reported once, like the others. */
function judge(node: SyntaxNode): Hit | null {
  let around = node.parent;
  while (around?.type === 'parenthesized_expression') around = around.parent;
  return around !== null && CHOICES.has(around.type) ? hitAt(node, 'a conditional expression inside another one') : null;
}
