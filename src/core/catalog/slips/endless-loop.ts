import { defineRule } from '../../finders/rule.js';
import { shared } from '../../finders/hits.js';
import { endlessLoops } from '../../finders/endless-loops.js';

export default defineRule({
  id: 'slips/endless-loop',
  title: 'Every loop can end',
  about: 'A loop that never ends stops the whole program.',
  advice: 'Change in the loop what its condition tests, or leave the loop when the work is done.',
  tags: ['correctness', 'performance'],
  confidence: 'possible',
  options: {},
  find: shared(endlessLoops()),
});
