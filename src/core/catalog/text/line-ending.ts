import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Source } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { choice } from '../../finders/options.js';
import { lineEndOf } from '../../base/line-ends.js';

const ENDS = { lf: '\n', crlf: '\r\n' } as const;
const NAMES: Readonly<Record<string, string>> = { '\n': 'LF', '\r\n': 'CR LF', '\r': 'CR' };

export default defineRule({
  id: 'text/line-ending',
  title: 'All lines end with the same characters',
  about: 'Mixed line endings make every line look changed in a review, and break scripts on systems that expect only one kind.',
  advice: 'Save the file with the agreed line endings, and configure git and the editors to keep them.',
  tags: ['layout', 'portability'],
  confidence: 'certain',
  repairs: 'safe',
  options: {
    style: choice(['lf', 'crlf', 'first'], 'lf', 'LF, CR LF, or whatever the first line of the file ends with'),
  },
  find: { everywhere: { by: 'text', find: findLineEnds } },
  examples: [
    good('sql', 'select 1;\nselect 2;\n'),
    good('sql', 'select 1;\r\nselect 2;\r\n', { options: { style: 'first' } }),
    bad('sql', 'select 1;\nselect 2;\r\nselect 3;\r\n', '2:10-10 2 lines end with CR LF, not LF', {
      repaired: 'select 1;\nselect 2;\nselect 3;\n',
    }),
    bad('sql', 'select 1;\nselect 2;\r\n', '1:10 1 line ends with LF, not CR LF', {
      options: { style: 'crlf' }, repaired: 'select 1;\r\nselect 2;\r\n',
    }),
  ],
});

/** One finding per file: line ends are one decision. */
function* findLineEnds({ text: { text } }: Source, { style }: { readonly style: 'lf' | 'crlf' | 'first' }): Iterable<Hit> {
  if (style === 'lf' && !text.includes('\r')) return;
  const wanted = style === 'first' ? lineEndOf(text) : ENDS[style];
  const others = [...text.matchAll(/\r\n|\r|\n/g)].filter(([end]) => end !== wanted);
  const [first] = others;
  if (first === undefined) return;
  const kinds = [...new Set(others.map(([end]) => NAMES[end]))].join(' or ');
  yield {
    start: first.index,
    end: first.index,
    message: `${others.length} ${others.length === 1 ? 'line ends' : 'lines end'} with ${kinds}, not ${NAMES[wanted]}`,
    repair: others.map(({ index, 0: end }) => ({ start: index, end: index + end.length, text: wanted })),
  };
}
