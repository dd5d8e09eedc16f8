import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { layoutTest } from '../../syntax/solid.js';
import type { Source } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { lineEndOf } from '../../base/line-ends.js';

export default defineRule({
  id: 'text/final-newline',
  title: 'Files end with exactly one newline',
  about: 'In POSIX.1-2017, section 3.206, every line ends with a newline. Without the last one, files run together, and '
    + 'adding a line changes two.',
  advice: 'End the last line with one newline, and delete empty lines after it.',
  tags: ['layout', 'starter'],
  confidence: 'certain',
  repairs: 'safe',
  options: {},
  find: { everywhere: { by: 'text', find: findFinalNewline } },
  examples: [
    good('toml', 'quays = 4\n'),
    good('toml', ''),
    bad('toml', 'quays = 4', '1:10-10 the last line has no newline', { repaired: 'quays = 4\n' }),
    bad('toml', 'quays = 4\r\ntides = 2', '2:10 the last line has no newline', { repaired: 'quays = 4\r\ntides = 2\r\n' }),
    bad('toml', 'quays = 4\n\n\n', '2:1 2 empty lines at the end of the file', { repaired: 'quays = 4\n' }),
    bad('yaml', 'tide: |+\n  high\n\n\n', '3:1-5:1 2 empty lines at the end of the file', { repaired: 'tide: |+\n  high\n\n\n' }),
  ],
});

function* findFinalNewline(source: Source): Iterable<Hit> {
  const { text, starts, ends, language } = source.text;
  if (text === '') return;
  const end = text.length;
  const isFree = language.keepsLineEnds?.test(text) !== true;
  if (!/[\r\n]/.test(text.slice(-1))) {
    yield {
      start: end,
      end,
      message: 'the last line has no newline',
      repair: source.tree === null || layoutTest(source)(end) ? [{ start: end, end, text: lineEndOf(text) }] : undefined,
    };
    return;
  }
  let firstEmpty = starts.length - 1;
  while (firstEmpty > 0 && starts[firstEmpty - 1] === ends[firstEmpty - 1]) firstEmpty -= 1;
  const extra = starts.length - 1 - firstEmpty;
  const start = starts[firstEmpty] ?? 0;
  if (extra === 0) return;
  const message = `${extra} empty ${extra === 1 ? 'line' : 'lines'} at the end of the file`;
  yield {
    start,
    end,
    message,
    repair: isFree && (source.tree === null || layoutTest(source)(start)) ? [{ start, end, text: '' }] : undefined,
  };
}
