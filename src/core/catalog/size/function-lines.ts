import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { bodyOf, FUNCTIONS, functionHead, functionTitle } from '../../syntax/functions.js';
import type { ParsedSource } from '../../syntax/source.js';
import { byTree, shared } from '../../finders/hits.js';
import { whole } from '../../finders/options.js';

export default defineRule({
  id: 'size/function-lines',
  title: 'Functions are short',
  about: 'A function that does not fit on the screen is understood in pieces, and changed without seeing the rest.',
  advice: 'Extract the parts that each do one thing, and name them.',
  tags: ['readability'],
  confidence: 'certain',
  options: { max: whole(60, 1, 10_000, 'lower', 'the most lines of a function, from its head to its end') },
  find: shared(byTree(findLong, FUNCTIONS)),
});

function findLong({ tree, text }: ParsedSource, { max }: { readonly max: number }): Hit[] {
  const hits: Hit[] = [];
  for (const node of tree.ofTypes(FUNCTIONS)) {
    // A function of fewer characters than lines allowed cannot be too long.
    if (bodyOf(node) === null || node.end - node.start <= max) continue;
    const lines = text.positionAt(node.end).line - text.positionAt(node.start).line + 1;
    if (lines <= max) continue;
    const { start, end } = functionHead(node);
    hits.push({ start, end, message: `${functionTitle(node)} is ${lines} lines long, ${lines - max} over ${max}` });
  }
  return hits;
}
