import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { readLayer } from '../support/layers.js';
import type { LayerRole } from '../../src/core/model/layer.js';
import { describeProblem } from '../../src/formats/text/problem.js';
import { runs, size } from '../support/runs.js';

/** Every problem of a text as `line:column code`. */
function problemsOf(text: string, role: LayerRole = 'root'): string[] {
  return readLayer(text, { file: 'elvar.yaml', role }, CATALOG).problems.map(
    ({ place, detail }) => `${place?.line}:${place?.column} ${detail.code}`,
  );
}

/** The words for the only problem of a text. */
function wordsFor(text: string): string {
  const { problems } = readLayer(text, { file: 'elvar.yaml', role: 'root' }, CATALOG);
  expect(problems).toHaveLength(1);
  const { what, advice } = describeProblem((problems[0] as (typeof problems)[number]).detail);
  return [what, advice].filter((part) => part !== null).join(' ');
}

describe('a mistake stands where it was made', () => {
  test.each<[string, string, string[]]>([
    ['an unknown key', 'ruling:\n  x: y\n', ['1:1 unknown-key']],
    ['an unknown key further down', 'rulings:\n  text/indent:\n    level: note\n    becuse: x\n', ['4:5 unknown-key']],
    ['an unknown key of a zone', 'zones:\n  - name: a\n    macth: [a]\n', ['3:5 unknown-key']],
    ['an unknown key of scope and of policy', 'scope: { ignored: [] }\npolicy: { fail: note }\n', [
      '1:10 unknown-key', '2:11 unknown-key',
    ]],
    ['a level that is none', 'rulings:\n  text/indent: fatal\n', ['2:16 bad-value']],
    ['a level that is none, in the long form', 'rulings:\n  text/indent: { level: fatal }\n', ['2:25 bad-value']],
    ['a level that is nothing', 'rulings:\n  text/indent:\n', ['2:15 bad-value']],
    ['a level that is a list', 'rulings:\n  text/indent: [note]\n', ['2:16 wrong-type']],
    ['two mistakes of one ruling', 'rulings:\n  text/indent: { guard: strong, until: 2026-13-45 }\n', [
      '2:25 bad-value', '2:40 bad-date',
    ]],
    ['an unknown rule', 'rulings:\n  text/indnet: note\n', ['2:3 unknown-rule']],
    ['a concern without rules', 'rulings:\n  texts/*: note\n', ['2:3 unknown-rule']],
    ['an unknown tag', 'rulings:\n  tag:layuot: note\n', ['2:3 unknown-rule']],
    ['what is not a selector', 'rulings:\n  Text/Indent: note\n', ['2:3 bad-selector']],
    ['an unknown option', 'rulings:\n  text/line-width:\n    options: { maximum: 80 }\n', ['3:16 unknown-option']],
    ['an option of the wrong type', 'rulings:\n  text/line-width:\n    options: { max: wide }\n', ['3:21 bad-option']],
    ['an option out of range', 'rulings:\n  text/line-width:\n    options: { max: 1.5 }\n', ['3:21 bad-option']],
    ['an option that is nothing', 'rulings:\n  text/line-width:\n    options: { max: }\n', ['3:21 bad-option']],
    ['options of a wide selector', 'rulings:\n  text/*:\n    options: { max: 80 }\n', ['3:14 options-need-rule']],
    ['a ruling that says nothing', 'rulings:\n  text/indent: { because: why }\n', ['2:3 says-nothing']],
    ['rulings that are a list', 'rulings:\n  - text/indent\n', ['2:3 wrong-type']],
    ['a file that is a list', '- a\n- b\n', ['1:1 not-a-mapping']],
    ['a file that is a text', 'hello\n', ['1:1 not-a-mapping']],
    ['presets that are a text', 'presets: elvar:starter\n', ['1:10 wrong-type']],
    ['a preset that is no reference', 'presets:\n  - starter\n  - 7\n', ['2:5 bad-preset-reference', '3:5 bad-preset-reference']],
    ['two zones of one name', 'zones:\n  - name: a\n  - name: a\n', ['3:11 same-zone-name']],
    ['zones that are a mapping', 'zones:\n  a: b\n', ['2:3 wrong-type']],
    ['a zone that is a text', 'zones:\n  - tests\n', ['2:5 wrong-type']],
    ['a title that is a list', 'title: [a]\n', ['1:8 wrong-type']],
    ['an empty title', 'title: ""\n', ['1:8 wrong-type']],
    ['inherit that is a text', 'inherit: maybe\n', ['1:10 wrong-type']],
    ['a size that is none', 'scope: { largest: much }\n', ['1:19 bad-size']],
    ['a key twice', 'title: a\ntitle: b\n', ['2:1 key-twice']],
    ['a key that is a list', '? [a]\n: b\n', ['1:3 wrong-type']],
    ['two documents', 'title: a\n---\ntitle: b\n', ['2:1 several-documents']],
    ['not YAML', 'title: "a\nb: c\n', ['3:1 yaml-syntax']],
    ['a pattern that is a tag', 'scope:\n  ignore:\n    - !keep.ts\n', ['3:7 needs-quotes']],
    ['a pattern that is an alias', 'scope:\n  ignore:\n    - *.log\n', ['3:7 needs-quotes']],
    ['a pattern that is a comment', 'scope:\n  ignore:\n    - #a\n    - b\n', ['3:7 bad-pattern']],
    ['an empty pattern', 'zones:\n  - match: ["", a]\n', ['2:13 bad-pattern']],
    ['a pattern with a line break', 'zones:\n  - match: ["a\\nb"]\n', ['2:13 bad-pattern']],
    ['a pattern that is a number', 'zones:\n  - except: [7]\n', ['2:14 bad-pattern']],
    ['a pattern through an alias', 'scope:\n  ignore: [&x a, *x]\n', ['2:18 bad-pattern']],
    ['a tag that means something, on a pattern', 'scope:\n  ignore: [!!str a]\n', ['2:18 bad-pattern']],
  ])('%s', (_, text, expected) => {
    expect(problemsOf(text)).toEqual(expected);
  });

  test('keys that belong in other files', () => {
    expect(problemsOf('policy: { fail-on: note }\nscope: { include: [a], ignore: [b] }\n', 'directory')).toEqual(
      ['1:1 key-not-here', '2:10 key-not-here'],
    );
    expect(problemsOf('inherit: false\nscope: { ignore: [b] }\n', 'preset')).toEqual(['1:1 key-not-here', '2:1 key-not-here']);
  });

  test('through an alias it stands where the alias does', () => {
    expect(problemsOf('rulings:\n  text/indent: &x { level: fatal }\n  text/line-width: *x\n')).toEqual(
      ['2:28 bad-value', '3:20 bad-value'],
    );
  });

  test('all mistakes of a file are reported at once', () => {
    const text = 'titel: a\nrulings:\n  text/indnet: fatal\n  size/branches: { options: { min: 1, max: x } }\nzones:\n'
      + '  - rulings: { nix: off }\n';
    expect(problemsOf(text)).toEqual([
      '1:1 unknown-key', '3:3 unknown-rule', '3:16 bad-value', '4:31 unknown-option', '4:44 bad-option', '6:16 bad-selector',
    ]);
  });
});

describe('the words for a mistake', () => {
  test.each([
    ['rulings:\n  idiom/debug-prnt: note\n', 'there is no rule “idiom/debug-prnt” Did you mean idiom/debug-print?'],
    ['rulings:\n  text/line-width:\n    options: { maxx: 80 }\n', 'text/line-width has no option “maxx” Did you mean max?'],
    [
      'rulings:\n  text/line-width:\n    options: { max: 5 }\n',
      '“max” of text/line-width must be a whole number from 20 to 1000, not 5',
    ],
    ['rulings:\n  text/indent: fatal\n', '“fatal” is not one of error, warning, note, off Did you mean error?'],
    ['rulings:\n  text/indent: warn\n', '“warn” is not one of error, warning, note, off Did you mean warning?'],
    ['rulings:\n  text/indent: false\n', 'false is not one of error, warning, note, off Did you mean off?'],
    ['rulings:\n  idiom/debug-print: { options: { calls: { ad: [x] } } }\n', 'unknown key “ad” Did you mean add?'],
    [
      'rulings:\n  idiom/debug-print: { options: { calls: 7 } }\n',
      '“calls” of idiom/debug-print must be a list, or an edit of one: { add: […], drop: […] }, not 7',
    ],
    ['presets: [style/harbour.yaml]\n', '“style/harbour.yaml” is not a preset Did you mean ./style/harbour.yaml?'],
    ['presets: [starter]\n', '“starter” is not a preset Did you mean elvar:starter?'],
    ['rulings:\n  text/indent: warnning\n', '“warnning” is not one of error, warning, note, off Did you mean warning?'],
    ['rulngs: {}\n', 'unknown key “rulngs” Did you mean rulings?'],
    ['scope: { ignore: [*.log] }\n', '*.log is an alias to YAML, not text Write it in quotes: "*.log"'],
    ['inherit: no\n', 'this should be true or false, but it is “no”'],
  ])('%j', (text, words) => {
    expect(wordsFor(text)).toBe(words);
  });
});

describe('hostile texts', () => {
  test('an alias bomb is refused before it goes off', () => {
    const rows = ['a0: &a0 [x, x, x, x, x, x, x, x, x, x]'];
    for (let depth = 1; depth < 12; depth += 1) {
      rows.push(`a${depth}: &a${depth} [${Array(10).fill(`*a${depth - 1}`).join(', ')}]`);
    }
    expect(problemsOf(rows.join('\n')).map((problem) => problem.split(' ')[1])).toEqual(['yaml-alias-bomb']);
  });

  test('an alias inside of what it stands for', () => {
    expect(problemsOf('title: &a [*a]\n')).toEqual(['1:12 yaml-alias-circle']);
  });

  test.each(['[', '{a: ', '- ', '? '])('%j very many times', (piece) => {
    expect(problemsOf(piece.repeat(size(20_000, 100_000))).length).toBeGreaterThan(0);
  });

  test('a key such as __proto__ is a key like any other', () => {
    expect(problemsOf('__proto__: { polluted: yes }\nconstructor: 1\n')).toEqual(['1:1 unknown-key', '2:1 unknown-key']);
    expect(({} as { polluted?: string }).polluted).toBeUndefined();
    expect(problemsOf('rulings:\n  text/line-width:\n    options: { constructor: 1, __proto__: 2 }\n')).toEqual(
      ['3:16 unknown-option', '3:32 unknown-option'],
    );
  });

  test('any text is read without an exception, with every place in the text', () => {
    const piece = fc.constantFrom(
      'title', 'rulings', 'zones', ':', ': ', '\n', '\n  ', '\n    ', '- ', '[', ']', '{', '}', '"', '&a', '*a', '!t', '#',
      'text/indent', 'note', 'options', 'max', '1', ',', '---', '|', '\t', 'é', '\r\n', '%',
    );
    fc.assert(fc.property(fc.array(piece, { maxLength: 30 }), (pieces) => {
      const text = pieces.join('');
      const lines = text.split('\n').length;
      for (const { place, detail } of readLayer(text, { file: 'elvar.yaml', role: 'root' }, CATALOG).problems) {
        expect(describeProblem(detail).what).not.toBe('');
        if (place !== null) expect(place.line).toBeLessThanOrEqual(lines);
      }
    }), { numRuns: runs(700, 30_000) });
  });
});
