import { expect, test } from 'vitest';
import { memoized, type Memo } from '../../src/core/syntax/memo.js';

interface Own {
  readonly memo: Memo;
  readonly name: string;
}

function own(name: string): Own {
  return { memo: [], name };
}

test('a result is computed once for each, and again once it has been discarded', () => {
  const made: string[] = [];
  const lengths = memoized(({ name }: Own) => {
    made.push(name);
    return { length: name.length };
  });
  const [quay, tide] = [own('quay'), own('tides')];
  expect([lengths(quay), lengths(tide), lengths(quay)]).toEqual([{ length: 4 }, { length: 5 }, { length: 4 }]);
  expect(lengths(quay)).toBe(lengths(quay));
  expect(made).toEqual(['quay', 'tides']);
  quay.memo.length = 0;
  expect(lengths(quay)).toEqual({ length: 4 });
  expect(made).toEqual(['quay', 'tides', 'quay']);
});

test('several results are kept apart, including those that need each other and those that come later', () => {
  const upper = memoized(({ name }: Own) => [name.toUpperCase()]);
  const twice = memoized((of: Own) => [...upper(of), ...upper(of)]);
  const quay = own('quay');
  expect(twice(quay)).toEqual(['QUAY', 'QUAY']);
  const late = memoized(({ name }: Own) => [name, 'late']);
  expect([late(quay), upper(quay), twice(quay)]).toEqual([['quay', 'late'], ['QUAY'], ['QUAY', 'QUAY']]);
});
