import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { layoutTest } from '../../syntax/solid.js';
import type { Source } from '../../syntax/source.js';
import { isBlank } from '../../finders/blank.js';
import { bad, good } from '../../finders/examples.js';
import { whole } from '../../finders/options.js';

export default defineRule({
  id: 'text/blank-runs',
  title: 'Few empty lines in a row',
  about: 'Wide gaps push code off the screen and say no more than a single empty line.',
  advice: 'Leave as many empty lines as agreed, and delete the rest.',
  tags: ['layout', 'readability'],
  confidence: 'certain',
  repairs: 'safe',
  options: { max: whole(2, 0, 20, 'lower', 'the most empty lines in a row') },
  find: { everywhere: { by: 'text', find: findBlankRuns } },
  examples: [
    good('python', 'tide = 1\n\n\nquay = 2\n'),
    bad('python', 'tide = 1\n\n\n\n\nquay = 2\n', '4:1-6:1 4 empty lines in a row, 2 over 2', {
      repaired: 'tide = 1\n\n\nquay = 2\n',
    }),
    bad('css', '\n\na {}\n', '2:1-3:1 2 empty lines in a row, 1 over 1', { options: { max: 1 }, repaired: '\na {}\n' }),
    bad('javascript', 'sail(`\n\n\n`);\n', '3:1-4:1 2 empty lines in a row, 1 over 1', {
      options: { max: 1 }, repaired: 'sail(`\n\n\n`);\n',
    }),
  ],
});

/** Empty lines at the end of the file are left to text/final-newline. */
function findBlankRuns(source: Source, { max }: { readonly max: number }): Hit[] {
  const { text, starts, ends } = source.text;
  const hits: Hit[] = [];
  let run = 0;
  for (let line = 0; line < starts.length; line += 1) {
    const end = starts[line] as number;
    if (isEmpty(text, end, ends[line] as number)) {
      run += 1;
      continue;
    }
    if (run > max) {
      const start = starts[line - run + max] as number;
      hits.push({
        start,
        end,
        message: `${run} empty lines in a row, ${run - max} over ${max}`,
        repair: layoutTest(source)(start) && layoutTest(source)(end) ? [{ start, end, text: '' }] : undefined,
      });
    }
    run = 0;
  }
  return hits;
}

function isEmpty(text: string, start: number, end: number): boolean {
  let at = start;
  while (at < end && isBlank(text.charCodeAt(at))) at += 1;
  if (at === end) return true;
  // No ASCII character above the space is white space.
  const first = text.charCodeAt(at);
  return (first <= 0x20 || first > 0x7e) && text.slice(at, end).trim() === '';
}
