import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Source } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { whole } from '../../finders/options.js';

export default defineRule({
  id: 'size/file-lines',
  title: 'Files are short',
  about: 'A long file holds several things, and everyone changes it at the same time.',
  advice: 'Move what belongs together into a file of its own.',
  tags: ['readability'],
  confidence: 'certain',
  options: { max: whole(500, 1, 100_000, 'lower', 'the most lines of a file') },
  find: { everywhere: { by: 'text', find: findLongFile } },
  examples: [
    good('toml', 'a = 1\nb = 2\n', { options: { max: 2 } }),
    bad('toml', 'a = 1\nb = 2\nc = 3\n', '3:1-6 3 lines in this file, 1 over 2', { options: { max: 2 } }),
  ],
});

function findLongFile({ text: { text, starts, ends } }: Source, { max }: { readonly max: number }): Hit[] {
  const count = starts.at(-1) === text.length ? starts.length - 1 : starts.length;
  const [start, end] = [starts[max], ends[max]];
  if (count <= max || start === undefined || end === undefined) return [];
  return [{ start, end, message: `${count} lines in this file, ${count - max} over ${max}` }];
}
