import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { eachNode, hitAt, shared } from '../../finders/hits.js';

export default defineRule({
  id: 'idiom/nested-choice',
  title: 'No conditional expression inside another',
  about: 'Which value is chosen when can only be worked out by counting question marks.',
  advice: 'Use if and else, or give the inner expression a name.',
  tags: ['readability'],
  confidence: 'certain',
  options: {},
  find: shared(eachNode(['ternary_expression', 'conditional_expression'], judge)),
});

const CHOICES = new Set(['ternary_expression', 'conditional_expression']);

/** Of three nested choices, the innermost is reported once, like the others. */
function judge(node: SyntaxNode): Hit | null {
  let around = node.parent;
  while (around?.type === 'parenthesized_expression') around = around.parent;
  return around !== null && CHOICES.has(around.type) ? hitAt(node, 'a conditional expression inside another one') : null;
}
