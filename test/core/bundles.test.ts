import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { freeKey, keyOf } from '../../src/core/model/text-key.js';
import { bundleFormat, type BundleFormat } from '../../src/formats/bundles/bundle.js';
import { BundleError } from '../../src/formats/bundles/bundle-error.js';
import { runs } from '../support/runs.js';

const texts = fc.oneof(fc.string({ minLength: 1 }), fc.string({ minLength: 1, unit: 'grapheme' }), fc.constantFrom(
  'The tide is low', ' "a" \\n', 'a=b:c #d !e', '\t\r\n', 'Ebbe ist um 6 €', '😀', 'a\\', '\\u0041', 'msgid "x"',
));
const lineEnds = fc.constantFrom('\n', '\r\n');

/** Files that people wrote, in each form. */
const WRITTEN: Readonly<Record<string, readonly string[]>> = {
  json: [
    '', '{}', '{ }\n', '{\n    "low": "Low",\n    "quay": { "name": "Quay" }\n}\n', '{"low":"Low"}',
    '{\r\n\t"low": "Low"\r\n}\r\n',
  ],
  properties: ['', '# Texts\nlow = Low\n! more\nlong=one \\\n   two\n', 'low:Low', 'a\\ b Caf\\u00e9\r\n', 'käse=Käse\n'],
  po: [
    '',
    'msgid ""\nmsgstr ""\n"Content-Type: text/plain; charset=UTF-8\\n"\n\n# note\n#: a.js:1\nmsgid "low"\nmsgstr "Low "\n'
      + '"tide"\n',
    'msgctxt "quay"\nmsgid "low"\nmsgstr "Other"\n\nmsgid "one"\nmsgid_plural "many"\nmsgstr[0] "a"\nmsgstr[1] "b"',
  ],
};

describe.each(Object.keys(WRITTEN))('translations in the form %s', (ending) => {
  const format = bundleFormat(`texts/en.${ending}`) as BundleFormat;

  test('take texts under new keys and keep all that they had', () => {
    fc.assert(fc.property(fc.constantFrom(
      ...WRITTEN[ending] as readonly string[],
    ), fc.array(texts, { minLength: 1, maxLength: 5 }), lineEnds, (file, added, lineEnd) => {
      const before = file.replace(/\r?\n/g, lineEnd);
      const known = new Map(format.read(before));
      const entries: { key: string; text: string }[] = [];
      for (const text of added) {
        entries.push({ key: freeKey(text, (key) => known.has(key) || entries.some((entry) => entry.key === key)), text });
      }
      const after = format.add(before, entries);
      expect([...format.read(after)].sort()).toEqual([...known, ...entries.map(({ key, text }) => [key, text])].sort());
      // What stood there stands there still, letter by letter.
      const kept = ending === 'json' ? before.replace(/\s*\}\s*$/, '') : before;
      expect(after.startsWith(kept)).toBe(true);
      // And once more, one after another.
      const single = entries.reduce((file_, entry) => format.add(file_, [entry]), before);
      expect([...format.read(single)].sort()).toEqual([...format.read(after)].sort());
    }), { numRuns: runs(300) });
  });
});

test('what is not in its form is told, not written to', () => {
  for (const [file, text] of [['a.json', '[1]'], ['a.json', '{ "a": '], ['a.po', 'msgid low\n'], ['a.po', '{}']] as const) {
    expect(() => bundleFormat(file)?.read(text), `${file} ${text}`).toThrow(BundleError);
  }
  expect(bundleFormat('a.txt')).toBeNull();
  expect(bundleFormat('constructor')).toBeNull();
});

test('a key is made of the first words, in letters that every file and program can take', () => {
  expect([
    'The tide is low!', 'Größe 12', '  ', '你好', 'Aa'.repeat(40), 'one two three four five six seven eight nine ten', 'Łódź',
  ].map(keyOf)).toEqual([
    'the-tide-is-low',
    'grosse-12',
    expect.stringMatching(/^text-[\da-f]{8}$/),
    expect.stringMatching(/^text-[\da-f]{8}$/),
    'aa'.repeat(20),
    'one-two-three-four-five-six-seven-eight',
    'lodz',
  ]);
  fc.assert(fc.property(texts, fc.uniqueArray(texts, { maxLength: 20 }), (text, others) => {
    const taken = new Set(others.map(keyOf));
    const key = freeKey(text, (candidate) => taken.has(candidate));
    expect(key).toMatch(/^[a-z\d]+(?:-[a-z\d]+)*$/);
    expect(key.length).toBeLessThan(50);
    expect(taken.has(key)).toBe(false);
  }), { numRuns: runs(300) });
});
