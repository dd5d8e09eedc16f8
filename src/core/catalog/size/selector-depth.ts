import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt } from '../../finders/hits.js';
import { whole } from '../../finders/options.js';

export default defineRule({
  id: 'size/selector-depth',
  title: 'Selectors are not deep',
  about: 'A selector with many steps breaks when one of the elements on the way moves.',
  advice: 'Give the element a class of its own and select by that.',
  tags: ['readability', 'performance'],
  confidence: 'certain',
  options: { max: whole(4, 1, 100, 'lower', 'the most steps of one selector') },
  find: { languages: { css: byTree(findDeepSelectors) } },
  examples: [
    good('css', 'main > p, .quay .berth:hover { top: 0; }\n', { options: { max: 2 } }),
    bad('css', 'main .quay > p, a { top: 0; }\n', '1:1-15 3 steps in this selector, 1 over 2', { options: { max: 2 } }),
  ],
});

const STEPS = new Set(['child_selector', 'descendant_selector', 'sibling_selector', 'adjacent_sibling_selector']);

function findDeepSelectors({ tree }: ParsedSource, { max }: { readonly max: number }): Hit[] {
  return tree.ofType('selectors').flatMap((list) => list.parts.flatMap((selector): Hit[] => {
    const steps = stepsOf(selector);
    return steps > max ? [hitAt(selector, `${steps} steps in this selector, ${steps - max} over ${max}`)] : [];
  }));
}

function stepsOf(selector: SyntaxNode): number {
  let steps = 1;
  selector.walk((node) => {
    if (STEPS.has(node.type)) steps += 1;
    return node.type !== 'arguments';
  });
  return steps;
}
