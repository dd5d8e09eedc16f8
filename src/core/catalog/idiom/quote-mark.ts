import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Repair } from '../../model/repair.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { syntaxOf } from '../../syntax/language-syntax.js';
import { byTree, hitAt, hitsOf, NO_HITS, shared } from '../../finders/hits.js';
import { choice } from '../../finders/options.js';

const QUOTED = ['string', 'encapsed_string'];

const MARKS = { single: "'", double: '"' } as const;

export default defineRule({
  id: 'idiom/quote-mark',
  title: 'Strings use one kind of quotation mark',
  about: 'Two kinds without a difference make searching harder and changes larger.',
  advice: 'Use the agreed mark. A string that contains the agreed mark may use the other one.',
  tags: ['layout'],
  confidence: 'certain',
  repairs: 'safe',
  options: { style: choice(['single', 'double'], 'single', 'the quotation mark of plain strings') },
  find: shared(byTree(findMarks, QUOTED)),
});

/** A string in each kind of quote marks, with Python's prefixes. */
const WRITTEN = { "'": /^([A-Za-z]*)'([^]*)'$/, '"': /^([A-Za-z]*)"([^]*)"$/ } as const;

function findMarks({ tree, text: { text } }: ParsedSource, { style }: { readonly style: 'single' | 'double' }): Hit[] {
  const wanted = MARKS[style];
  const other = style === 'single' ? MARKS.double : MARKS.single;
  const mark = other.charCodeAt(0);
  const { needsItsMarks } = syntaxOf(tree);
  return hitsOf(tree.ofTypes(QUOTED), (node): readonly Hit[] => {
    if (text.charCodeAt(node.end - 1) !== mark) return NO_HITS;
    const parsed = WRITTEN[other].exec(node.text);
    if (parsed === null || node.parent?.type === 'jsx_attribute') return [];
    const [, prefix = '', content = ''] = parsed;
    if (content.startsWith(other) || content.includes(wanted) || needsItsMarks?.(node, content) === true) return [];
    return [hitAt(node, `this string is in ${style === 'single' ? 'double' : 'single'} quotation marks`, repair(
      node, prefix, content, wanted, other,
    ))];
  });
}

/** A mark that was escaped no longer needs it. */
function repair(node: SyntaxNode, prefix: string, content: string, wanted: string, other: string): Repair {
  const bare = content.replace(/\\([^])/g, (whole, escaped: string) => (escaped === other && !/r/i.test(prefix) ? other : whole));
  return [{ start: node.start, end: node.end, text: `${prefix}${wanted}${bare}${wanted}` }];
}
