import { isFixed } from '../../finders/assigned-in-tests.js';
import type { Hit } from '../../finders/finder.js';
import { hitAt, hitsOf, NO_HITS } from '../../finders/hits.js';
import { argumentsOf, callsOf } from '../../syntax/calls.js';
import type { ParsedSource } from '../../syntax/source.js';

/** A test passed to another function: `filter((berth) => berth.size = 3)`. */
export function assignedInTests({ tree }: ParsedSource): Hit[] {
  return hitsOf(callsOf(tree, TESTING), (call): readonly Hit[] => {
    const body = argumentsOf(call)[0]?.child('body');
    return body?.type === 'assignment_expression' && isFixed(body)
      ? [hitAt(body, 'this assigns a value where a test is expected')]
      : NO_HITS;
  });
}

const TESTING = ['filter', 'find', 'findIndex', 'findLast', 'some', 'every'];
