import { defineRule, type Hit } from '../../model/rule.js';
import { layoutTest } from '../../syntax/solid.js';
import type { Source } from '../../syntax/source.js';
import { bad, good } from '../examples.js';

export default defineRule({
  id: 'text/trailing-blanks',
  title: 'No blanks at the end of a line',
  about: 'Blanks that nobody sees make changes that nobody meant, and quarrels when branches are merged.',
  advice: 'Delete the blanks. In Markdown, write a backslash at the end of a line for a line break.',
  tags: ['layout', 'starter'],
  confidence: 'certain',
  repairs: true,
  options: {},
  find: { everywhere: { by: 'text', find: findTrailingBlanks } },
  examples: [
    good('python', 'tide = 3\n\n'),
    bad('python', 'tide = 3  \n\t\nlow = 1', '1:9 2:1', { repaired: 'tide = 3\n\nlow = 1' }),
    bad('css', 'a {}\r\nb {} \r\n', '2:5', { repaired: 'a {}\r\nb {}\r\n' }),
    bad('javascript', 'const text = `tide \n`; \n', '1:19 2:3', { repaired: 'const text = `tide \n`;\n' }),
    bad('markdown', 'The tide  \nturns.\n', '1:9', { repaired: 'The tide  \nturns.\n' }),
  ],
});

function* findTrailingBlanks(source: Source): Iterable<Hit> {
  for (const { start, text } of source.text.lines) {
    const last = text.charCodeAt(text.length - 1);
    if (last !== 0x20 && last !== 0x09) continue;
    let kept = text.length - 1;
    while (kept > 0 && (text[kept - 1] === ' ' || text[kept - 1] === '\t')) kept -= 1;
    const count = text.length - kept;
    const stretch = { start: start + kept, end: start + text.length };
    yield {
      ...stretch,
      message: `${count} ${count === 1 ? 'blank' : 'blanks'} at the end of the line`,
      repair: layoutTest(source)(stretch.end) ? [{ ...stretch, text: '' }] : undefined,
    };
  }
}
