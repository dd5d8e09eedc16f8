import { shared } from '../../finders/hits.js';
import { defineRule } from '../../finders/rule.js';
import { selfComparisons } from '../../finders/self-comparisons.js';

export default defineRule({
  id: 'slips/self-compare',
  title: 'Nothing is compared with itself or assigned to itself',
  about: 'The result is known in advance, or nothing changes. Usually one of the two names is wrong.',
  advice: 'Use the intended value. To test for not-a-number, use the function that the language has for it.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: shared(selfComparisons()),
});
