import { defineRule } from '../../finders/rule.js';
import { shared } from '../../finders/hits.js';
import { deadBranches } from '../../finders/dead-branches.js';

export default defineRule({
  id: 'dead/branch',
  title: 'Every branch can be reached',
  about: 'If a condition always has the same result, or has been tested before, one of its branches never runs. Usually one '
    + 'of the two conditions is wrong.',
  advice: 'Delete the branch that never runs, or correct the condition.',
  tags: ['leftover', 'correctness'],
  confidence: 'likely',
  options: {},
  find: shared(deadBranches()),
});
