import { defineRule, type Hit } from '../../model/rule.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../examples.js';
import { eachNode, hitAt } from '../hits.js';

export default defineRule({
  id: 'slips/text-identity',
  title: 'Texts and numbers are compared by value',
  about: 'Whether two equal texts are one object depends on how Python happens to keep them: language reference, section 6.10.3.',
  advice: 'Compare with == or !=.',
  tags: ['correctness', 'portability', 'starter'],
  confidence: 'certain',
  options: {},
  find: { languages: { python: eachNode(['comparison_operator'], judge) } },
  examples: [
    good('python', "if tide is None or tide == 'low' or tide is Low:\n    sail()\n"),
    bad('python', "if tide is 'low' or berth is not 3:\n    sail()\n", '1:4 1:21'),
  ],
});

function judge(node: SyntaxNode): Hit | null {
  const operator = node.children.find(({ type }) => type === 'is' || type === 'is not')?.type;
  if (operator === undefined || !node.parts.some(({ type }) => /^(?:string|integer|float|concatenated_string|tuple|list|dictionary)$/.test(type))) return null;
  return hitAt(node, `${operator} asks for the same object, not for the same value`);
}
