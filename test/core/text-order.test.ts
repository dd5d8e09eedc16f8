import fc from 'fast-check';
import { expect, test } from 'vitest';
import { inTextOrder } from '../../src/core/inspect/text-order.js';
import type { PlannedRule } from '../../src/core/inspect/plan.js';
import type { Hit } from '../../src/core/finders/finder.js';
import { runs, size } from '../support/runs.js';

/** Rules of which nothing but their order counts here. */
function planned(order: number): PlannedRule<unknown> {
  return { order } as PlannedRule<unknown>;
}

const START = fc.oneof(fc.nat(5), fc.nat(1000), fc.integer({ min: 2 ** 29 - 4, max: 2 ** 29 - 1 }));

test('hits come in the order of the text, at one place in the order of the rules, and of one rule in its own', () => {
  let same = 0;
  fc.assert(fc.property(
    fc.uniqueArray(fc.nat(200), { maxLength: 6 }),
    fc.array(fc.array(START, { maxLength: 12 }), { minLength: 6, maxLength: 6 }),
    (orders, starts) => {
      const found = orders.map((order, rule) => ({
        planned: planned(order),
        hits: (starts[rule] as number[]).map((start, index): Hit => ({ start, end: start + 1, message: `${order} ${index}` })),
      }));
      const expected = found
        .flatMap(({ planned: { order }, hits }) => hits.map((hit, index) => ({ hit, order, index })))
        .sort((a, b) => a.hit.start - b.hit.start || a.order - b.order || a.index - b.index);
      if (new Set(expected.map(({ hit }) => hit.start)).size < expected.length) same += 1;
      const seen: { hit: Hit; order: number }[] = [];
      inTextOrder([...found], (hit, { order }) => void seen.push({ hit, order }));
      expect(seen).toEqual(expected.map(({ hit, order }) => ({ hit, order })));
    },
  ), { numRuns: runs(500) });
  expect(same).toBeGreaterThan(size(0, 50));
});
