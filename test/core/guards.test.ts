import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isWeaker } from '../../src/core/cascade/guards.js';
import { isDate } from '../../src/core/base/date.js';
import { changeOption, type OptionValue, type StricterDirection } from '../../src/core/model/option.js';
import { compileNamePattern, type NamePattern } from '../../src/core/patterns/name-pattern.js';
import { NameIndex } from '../../src/core/patterns/name-index.js';
import { runs } from '../support/runs.js';

describe('an option is weaker than another', () => {
  test.each<[StricterDirection | null, OptionValue, OptionValue, boolean]>([
    ['lower', 11, 10, true], ['lower', 10, 10, false], ['lower', 9, 10, false],
    ['higher', 9, 10, true], ['higher', 10, 10, false], ['higher', 11, 10, false],
    ['true', false, true, true], ['true', true, false, false], ['true', true, true, false],
    ['false', true, false, true], ['false', false, true, false], ['false', false, false, false],
    ['more', ['a'], ['a', 'b'], true], ['more', ['b', 'c', 'a'], ['a', 'b'], false], ['more', [], [], false],
    ['fewer', ['a', 'b'], ['a'], true], ['fewer', ['b'], ['a', 'b'], false], ['fewer', ['c'], ['a', 'b'], true],
    [null, 'tabs', 'spaces', false], [null, 1, 2, false],
  ])('stricter when %s: %j than %j is %s', (stricter, value, than, weaker) => {
    expect(isWeaker(value, than, stricter)).toBe(weaker);
  });

  test('never than itself', () => {
    const lists = fc.array(fc.constantFrom('a', 'b', 'c'));
    fc.assert(fc.property(lists, (list) => {
      for (const direction of ['more', 'fewer', null] as const) {
        expect(isWeaker(list, [...list].reverse(), direction)).toBe(false);
      }
    }));
  });
});

describe('the edit of a list', () => {
  const items = fc.array(fc.constantFrom('a', 'b', 'c', 'd'), { maxLength: 6 });

  test('drops first, then adds at the end what is not there', () => {
    expect(changeOption(['a', 'b', 'c'], { drop: ['b', 'x'], add: ['c', 'd', 'd', 'b'] })).toEqual(['a', 'c', 'd', 'b']);
    expect(changeOption(['a', 'a'], { drop: [], add: ['a'] })).toEqual(['a', 'a']);
    expect(changeOption(['a'], ['b', 'b'])).toEqual(['b', 'b']);
  });

  test('keeps the order of what stays, and leaves the list before it as it was', () => {
    fc.assert(fc.property(items, items, items, (list, drop, add) => {
      const before = [...list];
      const after = changeOption(list, { drop, add }) as string[];
      const kept = list.filter((item) => !drop.includes(item));
      expect(after.slice(0, kept.length)).toEqual(kept);
      expect(new Set(after)).toEqual(new Set([...kept, ...add]));
      expect(after.length - kept.length).toBe(new Set(add.filter((item) => !kept.includes(item))).size);
      expect(list).toEqual(before);
    }));
  });
});

test('a text is a date if and only if the calendar has that day', () => {
  const two = (number: number): string => String(number).padStart(2, '0');
  fc.assert(fc.property(fc.integer({ min: 1900, max: 2400 }), fc.nat(13), fc.nat(32), (year, month, day) => {
    const date = new Date(Date.UTC(year, month - 1, day));
    const isReal = date.getUTCFullYear() === year && date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
    expect(isDate(`${year}-${two(month)}-${two(day)}`)).toBe(isReal);
  }), { numRuns: runs(2000) });
  for (const text of ['', '2026-1-1', '2026-01-01 ', ' 2026-01-01', '20260101', '2026-01-01T00:00']) {
    expect(isDate(text)).toBe(false);
  }
});

test('the index of names finds everything that a name matches', () => {
  const pattern = fc.constantFrom('a', 'b.ts', '*.ts', '*.test.ts', '*ts', '*', 'a*', '?.ts', '[ab].py', '*.py', '.ts', '*.');
  const name = fc.constantFrom('a', 'b.ts', 'a.ts', 'a.test.ts', 'test.ts', '.ts', 'a.py', 'ts', 'a.', 'x.y.z', '.test.ts');
  fc.assert(fc.property(fc.array(pattern, { maxLength: 8 }), name, (patterns, wanted) => {
    const compiled = patterns.map((text) => compileNamePattern(text) as NamePattern);
    const index = new NameIndex<number>();
    compiled.forEach((own, number) => index.add(own, number));
    const found = new Set(index.find(wanted));
    compiled.forEach((own, number) => {
      if (own.matches(wanted)) expect(found.has(number), `${patterns[number]} for ${wanted}`).toBe(true);
    });
    // Literals and endings that do not fit are not asked at all.
    for (const number of found) if (compiled[number]?.literal != null) expect(compiled[number]?.literal).toBe(wanted);
  }));
});
