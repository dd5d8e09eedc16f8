import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Source } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';

export default defineRule({
  id: 'text/merge-marker',
  title: 'No conflict markers left from a merge',
  about: 'Git writes these markers where two branches changed the same lines. If they are left in, the file contains both '
    + 'versions and hardly ever works.',
  advice: 'Decide which version is right, and delete the other one and the markers.',
  tags: ['leftover', 'correctness', 'starter'],
  confidence: 'certain',
  options: {},
  find: { everywhere: { by: 'text', find: findMarkers } },
  examples: [
    good('markdown', 'Tides\n=======\n'),
    bad('sql', '<<<<<<< HEAD\nselect 1;\n=======\nselect 2;\n>>>>>>> quay\n', [
      '1:1-8 <<<<<<< is left over from a merge', '3:1-8 ======= is left over from a merge',
      '5:1-8 >>>>>>> is left over from a merge',
    ]),
  ],
});

function* findMarkers({ text: source }: Source): Iterable<Hit> {
  if (!source.text.includes('<<<<<<< ')) return;
  let isOpen = false;
  for (const { start, text: line } of source.lines) {
    const mark = /^(?:<{7} |>{7} |\|{7} |={7}$)/.exec(line)?.[0].trimEnd();
    if (mark === undefined || (mark[0] !== '<' && !isOpen)) continue;
    isOpen = mark[0] !== '>';
    yield { start, end: start + mark.length, message: `${mark} is left over from a merge` };
  }
}
