import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { contextAt } from '../../src/editor/layer-context.js';
import { runs } from '../support/runs.js';

/** The context at `|` in a text, in brief. */
function at(marked: string): string {
  const offset = marked.indexOf('|');
  const { path, at: where, typed } = contextAt(marked.replace('|', ''), offset);
  return `${path.join(' > ')} ${where} “${typed}”`.trim();
}

describe('where something is typed in a layer file', () => {
  test.each([
    ['the top', 'ru|', 'either “ru”'],
    ['a ruling', 'rulings:\n  text/|', 'rulings either “text/”'],
    ['a level', 'rulings:\n  text/indent: n|', 'rulings > text/indent value “n”'],
    ['a part of a ruling', 'rulings:\n  text/indent:\n    le|\n', 'rulings > text/indent either “le”'],
    ['after a deeper part', 'rulings:\n  text/indent:\n    level: note\n  de|', 'rulings either “de”'],
    ['a key in braces', 'rulings:\n  text/indent: { level: note, opt|', 'rulings > text/indent key “opt”'],
    ['a value in braces', 'rulings: { text/indent: { level: w|', 'rulings > text/indent > level value “w”'],
    ['an item', 'presets:\n  - elvar:|', 'presets > * either “elvar:”'],
    ['an item that stands as far left as its list', 'presets:\n- elvar:|', 'presets > * either “elvar:”'],
    ['an item in brackets', 'presets: [elvar:starter, el|', 'presets > * value “el”'],
    ['a key of an item', 'zones:\n  - name: tests\n    ru|', 'zones > * either “ru”'],
    ['the first key of an item', 'zones:\n  - na|', 'zones > * either “na”'],
    ['a ruling of a zone', 'zones:\n  - name: tests\n    rulings:\n      size/|', 'zones > * > rulings either “size/”'],
    ['a key in quotes', 'rulings:\n  "*": |', 'rulings > * value “”'],
    ['behind a comment', 'rulings:\n# dead:\n  text/|', 'rulings either “text/”'],
  ])('is told at %s', (_, text, told) => {
    expect(at(text)).toBe(told);
  });

  test('tells which keys are there already, above and below', () => {
    const text = 'rulings:\n  a/b: note\n  \n  c/d:\n    level: note\n  e/f: off\nzones: []\n';
    expect(contextAt(text, text.indexOf('\n  \n') + 3).siblings.toSorted()).toEqual(['a/b', 'c/d', 'e/f']);
  });

  test('is told for any text, and what has been typed stands there', () => {
    const piece = fc.constantFrom(
      'rulings', ':', ' ', '\n', '  ', '- ', '{', '}', '[', ']', ',', '"', "'", '#', '*', 'text/indent', 'level', '😀', '\t',
    );
    fc.assert(fc.property(fc.array(piece, { maxLength: 40 }).map((pieces) => pieces.join('')), fc.nat(), (text, place) => {
      const offset = place % (text.length + 1);
      const { typed, start } = contextAt(text, offset);
      expect(text.slice(start, offset)).toBe(typed);
    }), { numRuns: runs(500) });
  });
});
