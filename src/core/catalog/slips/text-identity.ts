import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { eachNode, hitAt } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/text-identity',
  title: 'Strings and numbers are compared by value',
  about: 'Whether two equal strings are the same object depends on how Python happens to store them: Python language '
    + 'reference, section 6.10.3.',
  advice: 'Use == or !=.',
  tags: ['correctness', 'portability', 'starter'],
  confidence: 'certain',
  options: {},
  find: { languages: { python: eachNode(['comparison_operator'], judge) } },
  examples: [
    good('python', "if tide is None or tide == 'low' or tide is Low:\n    sail()\n"),
    bad('python', 'if tide is -1 or berths is []:\n    sail()\n', [
      '1:4-14 is tests for the same object, not for an equal value',
      '1:18-30 is tests for the same object, not for an equal value',
    ]),
    bad('python', "if tide is 'low' or berth is not 3:\n    sail()\n", [
      '1:4 is tests for the same object, not for an equal value', '1:21 is not tests for the same object, not for an equal value',
    ]),
  ],
});

/** Numbers, with a sign or without one, and whatever is made anew each time. */
function isValue({ type, text }: SyntaxNode): boolean {
  return /^(?:string|integer|float|concatenated_string|tuple|list|dictionary|set)$/.test(type)
    || (type === 'unary_operator' && /^-\s*\d/.test(text));
}

function judge(node: SyntaxNode): Hit | null {
  const operator = node.children.find(({ type }) => type === 'is' || type === 'is not')?.type;
  if (operator === undefined || !node.parts.some(isValue)) return null;
  return hitAt(node, `${operator} tests for the same object, not for an equal value`);
}
