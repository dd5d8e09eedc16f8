import fc from 'fast-check';
import { RE2JS } from 're2js';
import { describe, expect, test } from 'vitest';
import { searchPattern } from '../../src/core/catalog/house-search.js';
import { fillExpression } from '../../src/core/patterns/expression.js';
import { fillIn } from '../../src/core/base/fill-in.js';
import { TimeLimit } from '../../src/core/syntax/time-limit.js';
import { runs, size } from '../support/runs.js';

/** Regular expressions that mean the same to RE2 and to JavaScript. */
const expression: fc.Arbitrary<string> = fc.letrec<{ node: string }>((tie) => ({
  node: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    fc.constantFrom('a', 'b', 'ab', '[ab]', '[^a\\n]', '\\d', '\\bb', '.', 'é', '^a', 'b$'),
    fc.tuple(tie('node'), fc.constantFrom('+', '{2}', '{1,2}', '+?')).map(([inner, often]) => `(?:${inner})${often}`),
    fc.tuple(tie('node'), tie('node')).map(([one, other]) => `(?:${one}|${other})`),
    fc.tuple(tie('node'), tie('node')).map((parts) => parts.join('')),
    tie('node').map((inner) => `(${inner})`),
  ),
})).node;
const text = fc.string({ unit: fc.constantFrom('a', 'a', 'b', 'b', '1', ' ', '\n', 'é', '😀'), maxLength: 30 });

describe('a pattern of a house rule', () => {
  test('finds what JavaScript finds by it, in the same places', () => {
    let found = 0;
    fc.assert(fc.property(expression, text, (pattern, code) => {
      const own = searchPattern(RE2JS.compile(pattern, RE2JS.MULTILINE), code, TimeLimit.NONE).map(
        ({ start, end }) => [start, end],
      );
      const theirs = [...code.matchAll(new RegExp(pattern, 'gmu'))].map(({ 0: whole, index }) => [index, index + whole.length]);
      expect(own).toEqual(theirs);
      found += own.length;
    }), { numRuns: runs(600, 10_000) });
    expect(found).toBeGreaterThan(size(0, 200));
  });

  test('has captures where they stand', () => {
    const [match] = searchPattern(RE2JS.compile('(?P<first>a+)(?P<second>b)?', RE2JS.MULTILINE), 'x aa', TimeLimit.NONE);
    expect(match).toMatchObject({ start: 2, end: 4 });
    expect([...(match?.captures ?? [])]).toEqual([['first', { start: 2, end: 4, text: 'aa' }]]);
  });

  test('takes option values literally, whatever characters they contain', () => {
    const value = fc.string({ unit: fc.constantFrom(...'ab.*+?()[]{}|^$\\/-é {'), minLength: 1, maxLength: 6 });
    fc.assert(fc.property(fc.array(value, { minLength: 1, maxLength: 3 }), value, (list, before) => {
      const one = RE2JS.compile(fillExpression('{word}', { word: list[0] as string }));
      expect(one.matcher(list[0] as string).matches()).toBe(true);
      const any = RE2JS.compile(`^${fillExpression('{words}', { words: list })}$`);
      for (const word of list) expect(any.matcher(word).find(), word).toBe(true);
      expect(any.matcher(before).find()).toBe(list.includes(before));
    }));
  });
});

describe('names in braces', () => {
  test('are filled in where they are known, and stay where they are not', () => {
    expect(fillIn('{one} and {two}', (name) => (name === 'one' ? '1' : undefined))).toBe('1 and {two}');
    expect(fillIn('a{1,2}{}{ one }', () => 'x')).toBe('a{1,2}{}{ one }');
    expect(fillIn('{one}', () => '{one} $& $1')).toBe('{one} $& $1');
  });
});
