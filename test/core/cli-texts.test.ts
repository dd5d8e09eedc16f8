import fc from 'fast-check';
import stringWidth from 'string-width';
import { describe, expect, test } from 'vitest';
import { countByDirectory, foldFiles } from '../../src/cli/views/fold-files.js';
import { formatOptions, formatValue } from '../../src/formats/text/origin.js';
import { count, listed, table, wrap } from '../../src/cli/views/table.js';
import { styleFor, type Terminal } from '../../src/cli/terminal.js';
import { visible } from '../../src/formats/text/visible.js';
import { sortByPath } from '../../src/host/files/path-order.js';

describe('text from outside', () => {
  test('has no character that drives a terminal', () => {
    fc.assert(fc.property(fc.string({ unit: 'binary', maxLength: 40 }), (text) => {
      // C0, C1, the marks of direction, and the separators of lines.
      expect(visible(text)).not.toMatch(/[\u0000-\u001f\u007f-\u009f\u200e\u200f\u2028-\u202e\u2066-\u2069]/);
    }));
  });

  test.each([
    ['a b', 'a b'],
    ['\u001b[31m', '\\x1b[31m'],
    ['a\nb\tc\r', 'a\\nb\\tc\\r'],
    ['\u202e', '\\u202e'],
    ['é😀', 'é😀'],
    ['\u009b', '\\x9b'],
    ['\\n', '\\n'],
  ])(
    '%j is shown as %s',
    (text, shown) => {
      expect(visible(text)).toBe(shown);
    },
  );
});

describe('a table', () => {
  test('knows the width of its own characters', () => {
    // The text after a column shows how wide the column was taken to be.
    for (const character of ['·', '…', '→', '─', '●', 'a', 'é', '日', '😀', '↔️']) {
      const [row = ''] = table([[character, '|'], ['', '|']], '', ' ');
      expect(stringWidth(row), character).toBe(stringWidth(character) + 2);
      expect(row.startsWith(`${character} |`), character).toBe(true);
    }
    fc.assert(fc.property(
      fc.array(fc.constantFrom('·', '→', '─', 'b', '日', '\u001b[1m', '\u001b[22m'), { maxLength: 8 }), (characters) => {
        const cell = characters.join('');
        expect(stringWidth(table([[cell, '|'], ['1234567890123456', '|']], '', ' ')[0] ?? '')).toBe(18);
      },
    ));
  });

  test('aligns its columns by their width', () => {
    expect(table([['a', 'b', 'c'], ['日本', 'x', ''], ['\u001b[1mlong\u001b[22m', 'y']])).toEqual([
      '  a     b  c', '  日本  x', '  \u001b[1mlong\u001b[22m  y',
    ]);
  });

  test('lets the last cell of a row be as long as it likes', () => {
    expect(table([['a very long one'], ['b', 'c']])).toEqual(['  a very long one', '  b  c']);
  });
});

test('a text is wrapped at blanks, and loses none of its words', () => {
  fc.assert(fc.property(
    fc.array(fc.stringMatching(/^[a-z]{1,12}$/), { minLength: 1, maxLength: 30 }),
    fc.integer({ min: 5, max: 40 }),
    (words, columns) => {
      const lines = wrap(words.join(' '), columns, '  ');
      expect(lines.map((line) => line.trim()).join(' ')).toBe(words.join(' '));
      for (const line of lines) expect(line.length <= columns || !line.trim().includes(' ')).toBe(true);
    },
  ));
});

test.each([[1, '1 file'], [0, '0 files'], [2, '2 files']])('%i of files', (number, text) =>
  expect(count(number, 'file')).toBe(text));

test.each([[[], ''], [['a'], 'a'], [['a', 'b'], 'a and b'], [['a', 'b', 'c'], 'a, b and c']])('%j in words', (words, text) =>
  expect(listed(words)).toBe(text));

test.each<[Parameters<typeof formatValue>[0], string]>([
  [7, '7'],
  [true, 'yes'],
  [false, 'no'],
  ['tabs', 'tabs'],
  [[], 'none'],
  [['a', 'b'], 'a, b'],
  [['a', 'b', 'c', 'd'], 'a, b, c … (4)'],
  ['\u0007', '\\x07'],
])(
  'the option value %j is shown as %s',
  (value, text) => {
    expect(formatValue(value)).toBe(text);
  },
);

test('options are shown in their order', () => {
  expect(formatOptions({ max: 100, 'urls-free': true })).toBe('max 100 · urls-free yes');
});

describe('folded files', () => {
  const path = fc.array(fc.constantFrom('a', 'b', 'c'), { minLength: 1, maxLength: 4 }).map((names) => `${names.join('/')}.x`);

  test('stand for exactly the files they were made from', () => {
    fc.assert(fc.property(fc.uniqueArray(path, { minLength: 1, maxLength: 20 }), fc.func(fc.boolean()), (all, isOwn) => {
      const own = all.filter((file) => isOwn(file));
      const folded = foldFiles(own, countByDirectory(all));
      const unfolded = all.filter((file) => folded.some((entry) =>
        entry.path === './' || entry.path === file || (entry.path.endsWith('/') && file.startsWith(entry.path))));
      expect(unfolded).toEqual(own);
      expect(folded.reduce((sum, { files }) => sum + files, 0)).toBe(own.length);
    }));
  });

  test('name the outermost directory that is whole, and a single file by itself', () => {
    const all = ['a/b/1.x', 'a/b/2.x', 'a/3.x', 'c/4.x', 'd/5.x', 'd/6.x'];
    expect(foldFiles(['a/b/1.x', 'a/b/2.x', 'a/3.x', 'c/4.x', 'd/5.x'], countByDirectory(all))).toEqual([
      { path: 'a/', files: 3 }, { path: 'c/4.x', files: 1 }, { path: 'd/5.x', files: 1 },
    ]);
    expect(foldFiles(all, countByDirectory(all))).toEqual([{ path: './', files: 6 }]);
  });
});

test('paths are sorted as their bytes are', () => {
  fc.assert(fc.property(fc.array(fc.string({ unit: 'grapheme', maxLength: 6 })), (paths) => {
    const bytes = paths.toSorted((a, b) => Buffer.compare(Buffer.from(a), Buffer.from(b)));
    expect(sortByPath([...paths], (own) => own).map((own) => Buffer.from(own))).toEqual(bytes.map((own) => Buffer.from(own)));
  }));
});

describe('colours', () => {
  const terminal = (env: Record<string, string>, isTerminal: boolean): Terminal => ({
    out: () => {}, err: () => {}, directory: '/', env, isTerminal, columns: 80,
  });

  test.each<[string, Terminal, boolean | undefined, boolean]>([
    ['a terminal', terminal({ TERM: 'xterm' }, true), undefined, true],
    ['a pipe', terminal({ TERM: 'xterm' }, false), undefined, false],
    ['a dumb terminal', terminal({ TERM: 'dumb' }, true), undefined, false],
    ['NO_COLOR', terminal({ NO_COLOR: '1' }, true), undefined, false],
    ['an empty NO_COLOR', terminal({ NO_COLOR: '' }, true), undefined, true],
    ['--color into a pipe', terminal({ NO_COLOR: '1' }, false), true, true],
    ['--no-color in a terminal', terminal({}, true), false, false],
  ])('%s', (_, given, wanted, colourful) => {
    const style = styleFor(given, wanted);
    expect(style.level('error') !== 'error').toBe(colourful);
    expect(style.strong('a') !== 'a').toBe(colourful);
  });
});
