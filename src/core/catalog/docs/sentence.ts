import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { ParsedSource } from '../../syntax/source.js';
import { isDocumentation } from '../../syntax/comments.js';
import { byTree, hitsOf, shared } from '../../finders/hits.js';
import { judgeSentence } from '../../finders/sentences.js';

const COMMENT_TYPES = ['comment', 'block_comment'];

export default defineRule({
  id: 'docs/sentence',
  title: 'Descriptions are whole sentences',
  about:
    'A description that begins with a capital letter and ends with a full stop can stand alone in lists and generated pages.',
  advice: 'Begin with a capital letter and end with a full stop.',
  tags: ['documentation'],
  confidence: 'likely',
  repairs: 'safe',
  options: {},
  find: shared(byTree(sentencesInComments)),
});

function sentencesInComments({ tree }: ParsedSource): Hit[] {
  return hitsOf(
    tree.ofTypes(COMMENT_TYPES).filter((node) => isDocumentation(node.text) && node.text.startsWith('/**')), (node) => {
      const inside = node.text.slice(3, -2);
      return judgeSentence(inside, node.start + 3);
    },
  );
}
