import { defineRule, type Hit } from '../../model/rule.js';
import type { SourceText } from '../../model/source-text.js';

export default defineRule({
  id: 'text/final-newline',
  title: 'A text ends with exactly one line end',
  about: 'POSIX.1-2017, section 3.206, has every line end with a newline. Without the last one, files run together and a new last line changes two.',
  advice: 'End the last line with one line end, and drop empty lines after it.',
  tags: ['layout', 'starter'],
  confidence: 'certain',
  options: {},
  find: { everywhere: { by: 'text', find: findFinalNewline } },
  examples: [
    { language: 'toml', code: 'quays = 4\n', finds: [] },
    { language: 'toml', code: '', finds: [] },
    { language: 'toml', code: 'quays = 4', finds: ['1:10'] },
    { language: 'toml', code: 'quays = 4\n\n\n', finds: ['2:1'] },
  ],
});

function* findFinalNewline({ text, lines }: SourceText): Iterable<Hit> {
  if (text === '') return;
  if (!/[\r\n]$/.test(text)) {
    yield { start: text.length, end: text.length, message: 'the last line has no line end' };
    return;
  }
  let firstEmpty = lines.length - 1;
  while (firstEmpty > 0 && lines[firstEmpty - 1]?.text === '') firstEmpty -= 1;
  const extra = lines.length - 1 - firstEmpty;
  const start = lines[firstEmpty]?.start ?? 0;
  if (extra > 0) yield { start, end: text.length, message: `${extra} empty ${extra === 1 ? 'line' : 'lines'} at the end of the file` };
}
