import { defineRule, type Hit } from '../../model/rule.js';
import { layoutTest } from '../../syntax/solid.js';
import type { Source } from '../../syntax/source.js';
import { bad, good } from '../examples.js';
import { whole } from '../options.js';

export default defineRule({
  id: 'text/blank-runs',
  title: 'Few empty lines in a row',
  about: 'Wide gaps push code out of the window and tell nothing that one gap would not.',
  advice: 'Leave as many empty lines as agreed between two parts, and drop the others.',
  tags: ['layout', 'readability'],
  confidence: 'certain',
  repairs: true,
  options: { max: whole(2, 0, 20, 'lower', 'empty lines in a row') },
  find: { everywhere: { by: 'text', find: findBlankRuns } },
  examples: [
    good('python', 'tide = 1\n\n\nquay = 2\n'),
    bad('python', 'tide = 1\n\n\n\n\nquay = 2\n', '4:1', { repaired: 'tide = 1\n\n\nquay = 2\n' }),
    bad('css', '\n\na {}\n', '2:1', { options: { max: 1 }, repaired: '\na {}\n' }),
    bad('javascript', 'sail(`\n\n\n`);\n', '3:1', { options: { max: 1 }, repaired: 'sail(`\n\n\n`);\n' }),
  ],
});

/** The code of a blank; no sign above it in ASCII is white. */
const BLANK = 0x20;

/** Empty lines at the end of the file are left to text/final-newline. */
function* findBlankRuns(source: Source, { max }: { readonly max: number }): Iterable<Hit> {
  const { lines } = source.text;
  let run = 0;
  for (const [index, { start, text }] of lines.entries()) {
    if (!(text.charCodeAt(0) > BLANK) && text.trim() === '') {
      run += 1;
      continue;
    }
    if (run > max) {
      const from = lines[index - run + max]?.start ?? 0;
      yield {
        start: from,
        end: start,
        message: `${run} empty lines in a row, ${run - max} over ${max}`,
        repair: layoutTest(source)(from) && layoutTest(source)(start) ? [{ start: from, end: start, text: '' }] : undefined,
      };
    }
    run = 0;
  }
}
