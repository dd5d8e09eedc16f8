import { z } from 'zod';
import { defineRule, type Hit } from '../../model/rule.js';
import type { SourceText } from '../../model/source-text.js';

export default defineRule({
  id: 'text/line-width',
  title: 'Lines fit the agreed width',
  about: 'A line that runs out of the window hides its end in reviews and in two files side by side.',
  advice: 'Break the line at the outermost bracket or operator, or name a part of it.',
  tags: ['layout', 'starter'],
  confidence: 'certain',
  options: {
    max: { schema: z.int().min(20).max(1000), default: 100, stricter: 'lower', about: 'columns a line may have' },
    'urls-free': { schema: z.boolean(), default: true, stricter: 'false', about: 'a line may be longer when an address without blanks makes it so' },
    'tab-width': { schema: z.int().min(1).max(16), default: 4, stricter: null, about: 'columns from one tab stop to the next' },
  },
  find: { everywhere: { by: 'text', find: findWideLines } },
  examples: [
    { language: 'markdown', options: { max: 20 }, code: 'Short enough.\n', finds: [] },
    { language: 'markdown', options: { max: 20 }, code: 'This line is longer than that.\n', finds: ['1:21'] },
    { language: 'markdown', options: { max: 20 }, code: 'https://harbour.example/tides/today\n', finds: [] },
    { language: 'markdown', options: { max: 20, 'urls-free': false }, code: 'https://harbour.example/tides/today\n', finds: ['1:21'] },
    { language: 'python', options: { max: 20, 'tab-width': 8 }, code: '\t\tquay = berth + 1\n', finds: ['1:7'] },
  ],
});

const ADDRESS = /[a-z][a-z0-9+.-]*:\/\/\S+/i;

function* findWideLines(
  { lines }: SourceText,
  options: { readonly max: number; readonly 'urls-free': boolean; readonly 'tab-width': number },
): Iterable<Hit> {
  const { max } = options;
  for (const { start, text } of lines) {
    // A line of no more code units than columns can only be too wide through its tabs.
    if (text.length <= max && !text.includes('\t')) continue;
    const { columns, offset } = measure(text, max, options['tab-width']);
    if (columns <= max) continue;
    if (options['urls-free'] && isLongForAddress(text, offset)) continue;
    yield { start: start + offset, end: start + text.length, message: `${columns} columns, ${columns - max} over ${max}` };
  }
}

/** The columns of a line, a character one, and the offset of the first character past `max`. */
function measure(text: string, max: number, tabWidth: number): { columns: number; offset: number } {
  let columns = 0;
  let offset = 0;
  let over = -1;
  for (const character of text) {
    columns += character === '\t' ? tabWidth - (columns % tabWidth) : 1;
    if (over < 0 && columns > max) over = offset;
    offset += character.length;
  }
  return { columns, offset: over < 0 ? text.length : over };
}

function isLongForAddress(text: string, offset: number): boolean {
  const address = ADDRESS.exec(text);
  return address !== null && address.index <= offset && address.index + address[0].length > offset;
}
