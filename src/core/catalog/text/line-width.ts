import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Source } from '../../syntax/source.js';
import { TAB } from '../../finders/blank.js';
import { bad, good } from '../../finders/examples.js';
import { toggle, whole } from '../../finders/options.js';

export default defineRule({
  id: 'text/line-width',
  title: 'Lines fit the agreed width',
  about: 'A line that runs off the screen hides its end in reviews and when two files are open side by side.',
  advice: 'Break the line at the outermost bracket or operator, or give a part of it a name.',
  tags: ['layout', 'starter'],
  confidence: 'certain',
  options: {
    max: whole(100, 20, 1000, 'lower', 'the most columns of a line'),
    'urls-free': toggle(true, 'false', 'a line may be longer if an address without spaces makes it so'),
    'tab-width': whole(4, 1, 16, null, 'columns from one tab stop to the next'),
  },
  find: { everywhere: { by: 'text', find: findWideLines } },
  examples: [
    good('markdown', 'Short enough.\n', { options: { max: 20 } }),
    good('markdown', 'https://harbour.example/tides/today\n', { options: { max: 20 } }),
    bad('markdown', 'This line is longer than that.\n', '1:21-31 30 columns, 10 over 20', { options: { max: 20 } }),
    bad('markdown', 'https://harbour.example/tides/today\n', '1:21 35 columns, 15 over 20', {
      options: { max: 20, 'urls-free': false },
    }),
    bad('python', '\t\tquay = berth + 1\n', '1:7-19 32 columns, 12 over 20', { options: { max: 20, 'tab-width': 8 } }),
  ],
});

const ADDRESS = /[a-z][a-z0-9+.-]{0,30}:\/\/\S+/i;

function findWideLines(
  { text: { text: whole, starts, ends } }: Source,
  options: { readonly max: number; readonly 'urls-free': boolean; readonly 'tab-width': number },
): Hit[] {
  const { max, 'tab-width': tabWidth } = options;
  const hits: Hit[] = [];
  let tab = whole.indexOf('\t');
  for (let line = 0; line < starts.length; line += 1) {
    const start = starts[line] as number;
    const end = ends[line] as number;
    // A line with no more code units than `max` can be too wide only because of tabs.
    if ((end - start) * tabWidth <= max) continue;
    if (end - start <= max) {
      if (tab >= 0 && tab < start) tab = whole.indexOf('\t', start);
      let tabs = 0;
      for (; tab >= 0 && tab < end; tab = whole.charCodeAt(tab + 1) === TAB ? tab + 1 : whole.indexOf('\t', tab + 1)) tabs += 1;
      if (end - start + tabs * (tabWidth - 1) <= max) continue;
    }
    const text = whole.slice(start, end);
    const { columns, offset } = measure(text, max, tabWidth);
    if (columns <= max || (options['urls-free'] && isLongForAddress(text, offset))) continue;
    hits.push({ start: start + offset, end, message: `${columns} columns, ${columns - max} over ${max}` });
  }
  return hits;
}

/** The width of a line, one column per character, and the offset of the first character past `max`. */
function measure(text: string, max: number, tabWidth: number): { columns: number; offset: number } {
  let columns = 0;
  let over = -1;
  for (let offset = 0; offset < text.length;) {
    const code = text.codePointAt(offset) as number;
    columns += code === TAB ? tabWidth - (columns % tabWidth) : 1;
    if (over < 0 && columns > max) over = offset;
    offset += code > 0xffff ? 2 : 1;
  }
  return { columns, offset: over < 0 ? text.length : over };
}

function isLongForAddress(text: string, offset: number): boolean {
  const address = text.includes('://') ? ADDRESS.exec(text) : null;
  return address !== null && address.index <= offset && address.index + address[0].length > offset;
}
