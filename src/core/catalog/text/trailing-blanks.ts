import { defineRule, type Hit } from '../../model/rule.js';
import type { SourceText } from '../../model/source-text.js';

export default defineRule({
  id: 'text/trailing-blanks',
  title: 'No blanks at the end of a line',
  about: 'Blanks that nobody sees make changes that nobody meant, and quarrels when branches are merged.',
  advice: 'Delete the blanks. In Markdown, write a backslash at the end of a line for a line break.',
  tags: ['layout', 'starter'],
  confidence: 'certain',
  options: {},
  find: { everywhere: { by: 'text', find: findTrailingBlanks } },
  examples: [
    { language: 'python', code: 'tide = 3\n\n', finds: [] },
    { language: 'python', code: 'tide = 3  \n\t\nlow = 1', finds: ['1:9', '2:1'] },
    { language: 'css', code: 'a {}\r\nb {} \r\n', finds: ['2:5'] },
  ],
});

function* findTrailingBlanks({ lines }: SourceText): Iterable<Hit> {
  for (const { start, text } of lines) {
    const last = text.charCodeAt(text.length - 1);
    if (last !== 0x20 && last !== 0x09) continue;
    let kept = text.length - 1;
    while (kept > 0 && (text[kept - 1] === ' ' || text[kept - 1] === '\t')) kept -= 1;
    const count = text.length - kept;
    yield { start: start + kept, end: start + text.length, message: `${count} ${count === 1 ? 'blank' : 'blanks'} at the end of the line` };
  }
}
