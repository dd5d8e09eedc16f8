import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { eachNode, hitAt } from '../../finders/hits.js';
import { whole } from '../../finders/options.js';

export default defineRule({
  id: 'size/selector-classes',
  title: 'Selectors use few classes',
  about: 'Every class makes a selector more specific, and whoever wants to override it has to name even more.',
  advice: 'Give the element a class of its own and select by that.',
  tags: ['readability'],
  confidence: 'certain',
  options: { max: whole(3, 0, 100, 'lower', 'the most classes in one selector') },
  find: { languages: { css: eachNode(['selectors'], (list, { max }: { readonly max: number }) => judgeList(list, max)) } },
  examples: [
    good('css', '.quay .berth, .pier .berth { top: 0; }\n', { options: { max: 2 } }),
    bad('css', '.quay .berth.free { top: 0; }\n', '1:1-18 3 classes in this selector, 1 over 2', { options: { max: 2 } }),
  ],
});

function judgeList(list: SyntaxNode, max: number): Hit | null {
  for (const selector of list.parts) {
    let classes = 0;
    selector.walk((node) => {
      if (node.type === 'class_selector') classes += 1;
    });
    if (classes > max) return hitAt(selector, `${classes} classes in this selector, ${classes - max} over ${max}`);
  }
  return null;
}
