import fc from 'fast-check';
import { expect, test } from 'vitest';
import { WordCounts } from '../../src/core/facts/word-counts.js';
import { hashOf } from '../../src/core/facts/word-hash.js';
import { runs } from '../support/runs.js';

const words = fc.array(fc.constantFrom('tide', 'Tide', 'moor', 'moorBerth', 'TIDE', 'x', '_', '$sail', 'é'), { maxLength: 700 });

test('words are counted as a table of them would count, whatever is asked in between', () => {
  fc.assert(fc.property(words, fc.boolean(), fc.nat({ max: 700 }), (all, foldsCase, between) => {
    const counts = new WordCounts(foldsCase);
    const expected = new Map<number, number>();
    all.forEach((word, index) => {
      counts.addWord(` ${word};`, 1, word.length + 1);
      const hash = hashOf(word, 0, word.length, foldsCase);
      expected.set(hash, (expected.get(hash) ?? 0) + 1);
      if (index === between) expect([counts.size, counts.of(hash)]).toEqual([expected.size, expected.get(hash)]);
    });
    expect(counts.size).toBe(expected.size);
    for (const word of ['tide', 'moor', 'never']) {
      expect(counts.of(counts.hash(word))).toBe(expected.get(hashOf(word, 0, word.length, foldsCase)) ?? 0);
    }
    const numbers = new Int32Array(3 + counts.size * 2).fill(7);
    expect(counts.writeTo(numbers, 3)).toBe(numbers.length);
    const pairs = Array.from({ length: counts.size }, (_, index) => [numbers[3 + index * 2], numbers[4 + index * 2]]);
    expect([[...numbers.slice(0, 3)], pairs]).toEqual([[7, 7, 7], [...expected].sort(([a], [b]) => a - b)]);
    // What is given back serves the next file.
    counts.release();
  }), { numRuns: runs(150) });
});
