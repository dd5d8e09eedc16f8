import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt } from '../../finders/hits.js';

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
    bad('css', 'a { color: red; color: blue; }\n', '1:5-16 color is set again below, and only that counts'),
    good('css', 'a { display: -webkit-box; top: 0; display: -moz-box; bottom: 0; display: flex; }\n'),
    good('css', 'a { display: -webkit-flex; display: flex; width: 10px; width: 1rem; }\n'),
    bad('css', 'a { color: red; top: 0; color: blue; }\nb { top: 0; top: 0; }\n', [
      '1:5 color is set again below, and only that counts', '2:5 top is set again below, and only that counts',
    ]),
  ],
});

function findRepeatedProperties({ tree }: ParsedSource): Hit[] {
  return tree.ofType('block').flatMap((block) => {
    const latest = new Map<string, { node: SyntaxNode; index: number }>();
    return block.parts.filter(({ type }) => type === 'declaration').flatMap((node, index): Hit[] => {
      const name = node.firstPart?.text.toLowerCase() ?? '';
      const before = latest.get(name);
      latest.set(name, { node, index });
      // What has the name of a browser is for that browser.
      if (before === undefined || isFallback(before, { node, index }) || /:\s*-[a-z]+-/.test(before.node.text)) return [];
      return [hitAt(before.node, `${name} is set again below, and only that counts`)];
    });
  });
}

/**
 * A value that every browser understands, so that none needs another one before it: colours by name or number, lengths in pixels,
 * none and auto.
 */
const OLD_VALUE =
  // elvar waive text/line-width because a pattern is one literal
  /^[a-z-]+\s*:\s*(?:(?:#[\da-f]{3}|#[\da-f]{6}|-?(?:\d+(?:\.\d+)?|\.\d+)(?![\d.])(?:px|em|pt|%)?|none|auto|solid|bold|normal|left|right|center|hidden|block|inline|red|green|blue|black|white|gray|grey|yellow|orange|navy|silver|maroon|purple|teal)\s*)+;?$/i;

/** Adjacent declarations of one property with different values are fallbacks: browsers take the last one that they support. */
function isFallback(first: { node: SyntaxNode; index: number }, second: { node: SyntaxNode; index: number }): boolean {
  if (second.index !== first.index + 1 || first.node.text.replace(/\s|;$/g, '') === second.node.text.replace(/\s|;$/g, '')) {
    return false;
  }
  return ![first, second].every(({ node }) => OLD_VALUE.test(node.text));
}
