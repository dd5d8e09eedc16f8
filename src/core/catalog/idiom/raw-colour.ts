import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { eachNode, hitAt } from '../../finders/hits.js';
import { list } from '../../finders/options.js';

const DECLARATION = new Set(['declaration']);

export default defineRule({
  id: 'idiom/raw-colour',
  title: 'Colours have names',
  about: 'When a colour is written out in many places, a change usually misses some of them.',
  advice: 'Define it once as a custom property, and use that.',
  tags: ['readability'],
  confidence: 'certain',
  options: { free: list(['#000', '#fff', '#000000', '#ffffff'], 'fewer', 'colours that may be written out') },
  find: { languages: { css: eachNode(['color_value', 'call_expression'], judge) } },
  examples: [
    good('css', ':root { --sea: #0af; }\na { color: var(--sea); background: #fff; }\n'),
    bad('css', 'a { color: #0af; background: rgb(0 10 20); }\n', [
      '1:12-16 the colour #0af has no name', '1:30-42 the colour rgb(0 10 20) has no name',
    ]),
  ],
});

function judge(node: SyntaxNode, { free }: { readonly free: readonly string[] }): Hit | null {
  if (node.type === 'call_expression' && !/^(?:rgba?|hsla?|hwb|lab|lch|oklab|oklch)$/i.test(node.firstPart?.text ?? '')) {
    return null;
  }
  if (free.includes(node.text.toLowerCase()) || node.text.includes('var(')) return null;
  const declaration = node.closest(DECLARATION);
  if (declaration === null || /^--/.test(declaration.firstPart?.text ?? '')) return null;
  return hitAt(node, `the colour ${node.text} has no name`);
}
