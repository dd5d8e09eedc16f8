import { defineRule, type Hit } from '../../model/rule.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt } from '../hits.js';

export default defineRule({
  id: 'slips/repeated-property',
  title: 'Every property is set once per rule',
  about: 'Only the last of two values counts; the first misleads readers.',
  advice: 'Delete the value that does not count. A fallback for older browsers may come directly before the newer form.',
  tags: ['correctness'],
  confidence: 'likely',
  options: {},
  find: { languages: { css: byTree(findRepeatedProperties) } },
  examples: [
    good('css', 'a { color: red; color: oklch(60% 0.2 30); top: 0; }\n'),
    bad('css', 'a { color: red; top: 0; color: blue; }\nb { top: 0; top: 0; }\n', '1:5 2:5'),
  ],
});

function findRepeatedProperties({ tree }: ParsedSource): Hit[] {
  return tree.ofType('block').flatMap((block) => {
    const latest = new Map<string, { node: SyntaxNode; index: number }>();
    return block.parts.filter(({ type }) => type === 'declaration').flatMap((node, index): Hit[] => {
      const name = node.firstPart?.text.toLowerCase() ?? '';
      const before = latest.get(name);
      latest.set(name, { node, index });
      if (before === undefined || isFallback(before, { node, index })) return [];
      return [hitAt(before.node, `${name} is set again below, and only that counts`)];
    });
  });
}

/** Adjacent declarations of one property with different values are fallbacks: browsers take the last one that they support. */
function isFallback(first: { node: SyntaxNode; index: number }, second: { node: SyntaxNode; index: number }): boolean {
  return second.index === first.index + 1 && first.node.text.replace(/\s|;$/g, '') !== second.node.text.replace(/\s|;$/g, '');
}
