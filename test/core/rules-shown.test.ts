import { renderToString } from 'preact-render-to-string';
import { describe, expect, test } from 'vitest';
import { rulesMap } from '../../src/formats/html/map.js';
import { openWorkspace } from '../../src/host/workspace.js';
import { makeFolder } from '../support/project.js';

const FILES = {
  'elvar.yaml': 'presets: [elvar:hygiene]\nrulings:\n  idiom/quote-mark: { level: note, because: reviews }\n  text/indent: off\n',
  'a.js': '',
  'b.py': '',
  'c.css': '',
  'quay/elvar.yaml': 'rulings: { idiom/quote-mark: error }\nzones:\n  - name: odd\n    match: [odd.js]\n'
    + '    rulings: { idiom/quote-mark: off }\n  - match: [plain.js]\n    rulings: { idiom/quote-mark: warning }\n',
  'quay/d.js': '', 'quay/e.js': '', 'quay/odd.js': '', 'quay/plain.js': '', 'quay/low/f.js': '', 'deep/g.js': '', 'deep/h.js': '',
};
const open = (files: Readonly<Record<string, string>>): ReturnType<typeof openWorkspace> =>
  openWorkspace({ directory: makeFolder({ '.git/': '', ...files }), env: {}, personal: false } as never);

/** The text of a page's part, a line for each entry. */
const linesOf = (markup: string): string[] => markup.replace(/<(?:li|summary|p|h\d|tr|ul|section)\b[^>]*>/g, '\n')
  .replace(/<[^>]*>/g, ' ')
  .split('\n')
  .map((line) => line.replace(/\s+/g, ' ').trim())
  .filter((line) => line !== '');

describe('the map of rules', () => {
  test('says which rule set each directory and each odd file has', () => {
    const lines = linesOf(renderToString(rulesMap({ report: open(FILES).resolve() } as never) as never));
    expect(lines.slice(1, 10)).toEqual([
      '4 rule sets for 12 files. What has the same mark has the same rules; follow it to see them.',
      'the root set-1 12 files, 4 rule sets', 'deep/ set-1 2 files', 'quay/ set-2 6 files, 3 rule sets', 'low/ set-2 1 file',
      'odd.js set-3', 'plain.js set-4', '3 other files set-2', '4 files set-1',
    ]);
    const second = lines.indexOf('set-2 4 files such as quay/d.js');
    expect(lines.slice(second + 1, second + 4)).toEqual([
      'Usual around it is set-1 . From that it differs in:', 'rule here there decided by',
      'idiom/quote-mark error style single note style single stricter quay/elvar.yaml:1',
    ]);
  });

  test('opens the root alone, and marks each rule set', () => {
    const markup = renderToString(rulesMap({ report: open(FILES).resolve() } as never) as never);
    expect(markup.match(/<details[^>]*>/g)?.slice(0, 2)).toEqual(['<details open>', '<details>']);
    expect(markup).toContain('<a class="chip m0" href="#set-1">set-1</a>');
    expect(markup).toContain('<a class="chip m3" href="#set-4">set-4</a>');
  });

  test('leaves out what there is none of: other files, and files that are not named', () => {
    const odd = Object.fromEntries(Array.from({ length: 100 }, (_, index) => [`quay/odd${index}.js`, '']));
    const lines = linesOf(
      renderToString(rulesMap(
        { report: open({
          ...odd,
          'quay/low/a.py': '',
          'quay/low/b.py': '',
          ...Object.fromEntries(Array.from({ length: 101 }, (_, index) => [`quay/low/${index}.py`, ''])),
          'elvar.yaml': 'zones:\n  - { match: ["*.js"], rulings: { text/indent: note } }\n',
        }).resolve() } as never,
      ) as never),
    );
    expect(lines.filter((line) => /^odd\d+\.js set-2$/.test(line))).toHaveLength(100);
    expect(lines.join('\n')).not.toMatch(/and 0 more|0 other files|^0 files/m);
  });

  test('names no more than a hundred files of a directory', () => {
    const odd = Object.fromEntries(Array.from({ length: 103 }, (_, index) => [`quay/odd${index}.js`, '']));
    const usual = Object.fromEntries(Array.from({ length: 104 }, (_, index) => [`quay/${index}.py`, '']));
    const lines = linesOf(
      renderToString(rulesMap(
        { report: open(
          { ...odd, ...usual, 'elvar.yaml': 'zones:\n  - { match: ["*.js"], rulings: { text/indent: note } }\n' },
        ).resolve() } as never,
      ) as never),
    );
    expect(lines.filter((line) => /^odd\d+\.js set-2$/.test(line))).toHaveLength(100);
    expect(lines).toEqual(expect.arrayContaining(
      ['quay/ set-1 207 files, 2 rule sets', 'and 3 more files with other rules', '104 other files set-1'],
    ));
  });

  test('says that there is nothing to show', () => {
    expect(linesOf(
      renderToString(rulesMap({ report: open({ 'elvar.yaml': 'scope: { ignore: ["*"] }\n' }).resolve() } as never) as never),
    ).slice(0, 2)).toEqual(
      ['The map of rules', 'No files are checked.'],
    );
  });
});

test('the page of a rule says where it is in force, by which line, and what it clashes with', async () => {
  const { known, presets, places, clashes } = await open(FILES).rulePage('idiom/quote-mark');
  // Of twelve files, three are in a language that it does not know.
  expect([known, clashes]).toEqual([9, []]);
  expect(presets).toEqual(
    [{ reference: 'elvar:everything', level: 'warning', zone: null }, { reference: 'elvar:tidy', level: 'warning', zone: null }],
  );
  expect(places).toEqual([
    { level: 'note', by: 'elvar.yaml:3', because: 'reviews', files: ['a.js', 'b.py', 'deep/g.js', 'deep/h.js'] },
    { level: 'error', by: 'quay/elvar.yaml:1', because: null, files: ['quay/d.js', 'quay/e.js', 'quay/low/f.js'] },
    { level: 'off', by: 'quay/elvar.yaml:5 (zone odd)', because: null, files: ['quay/odd.js'] },
    { level: 'warning', by: 'quay/elvar.yaml:7 (zone in line 6)', because: null, files: ['quay/plain.js'] },
  ]);
  const both = open({
    'elvar.yaml': 'presets: [./p.yaml]\nrulings: { slips/settable-constant: note }\n',
    'p.yaml': 'title: P\nrulings: { slips/embedded-constant: warning }\n',
    'A.java': '',
    'b.js': '',
    'off/elvar.yaml': 'rulings: { slips/embedded-constant: off }\n',
    'off/C.java': '',
  });
  const page = await both.rulePage('slips/embedded-constant');
  expect(page.clashes).toEqual([{ rule: 'slips/settable-constant', files: 1 }]);
  expect(page.places.map(({ by, files }) => [by, files])).toEqual(
    [['elvar.yaml:1 → p.yaml:2', ['A.java']], ['off/elvar.yaml:1', ['off/C.java']]],
  );
});
