import type { Hit } from '../finders/finder.js';
import type { PlannedRule } from './plan.js';

/** Hits of one rule, before they become findings. */
export interface RuleHits {
  readonly planned: PlannedRule<unknown>;
  readonly hits: readonly Hit[];
}

/**
 * Visits the hits of several rules in text order; at the same place in the order of rule ids and, within
 * a rule, in its own order.
 */
export function inTextOrder(found: RuleHits[], visit: (hit: Hit, by: PlannedRule<unknown>) => void): void {
  found.sort((a, b) => a.planned.order - b.planned.order);
  let count = 0;
  for (const { hits } of found) count += hits.length;
  const rules = new Array<PlannedRule<unknown>>(count);
  const all = new Array<Hit>(count);
  // Numbers are sorted much faster than objects: a place and the number of its hit are one number. A text has less than
  // 2^29 code units in V8, so that it stays exact up to some 2^24 hits. A power of two is divided by without a remainder's loop.
  const step = 2 ** Math.ceil(Math.log2(Math.max(1, count)));
  const keys = new Float64Array(count);
  let index = 0;
  for (const { planned, hits } of found) {
    for (let at = 0; at < hits.length; at += 1) {
      const hit = hits[at] as Hit;
      rules[index] = planned;
      all[index] = hit;
      keys[index] = hit.start * step + index;
      index += 1;
    }
  }
  keys.sort();
  for (let at = 0; at < count; at += 1) {
    const key = keys[at] as number;
    const place = key - Math.floor(key / step) * step;
    visit(all[place] as Hit, rules[place] as PlannedRule<unknown>);
  }
}
