import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { layoutTest } from '../../syntax/solid.js';
import type { Source } from '../../syntax/source.js';
import { isBlank } from '../../finders/blank.js';
import { bad, good } from '../../finders/examples.js';

export default defineRule({
  id: 'text/trailing-blanks',
  title: 'No spaces at the end of a line',
  about: 'Invisible spaces cause changes that nobody intended, and conflicts when branches are merged.',
  advice: 'Delete the spaces. In Markdown, use a backslash at the end of a line for a line break.',
  tags: ['layout', 'starter'],
  confidence: 'certain',
  repairs: 'safe',
  options: {},
  find: { everywhere: { by: 'text', find: findTrailingBlanks } },
  examples: [
    good('python', 'tide = 3\n\n'),
    bad(
      'python',
      'tide = 3  \n\t\nlow = 1',
      ['1:9-11 2 spaces or tabs at the end of the line', '2:1-2 1 space or tab at the end of the line'],
      { repaired: 'tide = 3\n\nlow = 1' },
    ),
    bad('css', 'a {}\r\nb {} \r\n', '2:5-6 1 space or tab at the end of the line', { repaired: 'a {}\r\nb {}\r\n' }),
    bad(
      'javascript',
      'const text = `tide \n`; \n',
      ['1:19-20 1 space or tab at the end of the line', '2:3-4 1 space or tab at the end of the line'],
      { repaired: 'const text = `tide \n`;\n' },
    ),
    bad(
      'markdown', 'The tide  \nturns.\n', '1:9-11 2 spaces or tabs at the end of the line', { repaired: 'The tide  \nturns.\n' },
    ),
  ],
});

function findTrailingBlanks(source: Source): Hit[] {
  const { text, starts, ends } = source.text;
  const hits: Hit[] = [];
  for (let line = 0; line < ends.length; line += 1) {
    const end = ends[line] as number;
    const first = starts[line] as number;
    if (end === first || !isBlank(text.charCodeAt(end - 1))) continue;
    let start = end - 1;
    while (start > first && isBlank(text.charCodeAt(start - 1))) start -= 1;
    hits.push({
      start,
      end,
      message: `${end - start} ${end - start === 1 ? 'space or tab' : 'spaces or tabs'} at the end of the line`,
      repair: layoutTest(source)(start) && layoutTest(source)(end) ? [{ start, end, text: '' }] : undefined,
    });
  }
  return hits;
}
