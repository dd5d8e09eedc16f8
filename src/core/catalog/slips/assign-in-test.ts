import { defineRule } from '../../finders/rule.js';

export default defineRule({
  id: 'slips/assign-in-test',
  title: 'Conditions test and do not assign',
  about: 'With one = too few, a comparison becomes an assignment, and the branch no longer depends on the old value.',
  advice:
    'Compare with == or ===. If the assignment is intended, move it before the condition or put it in parentheses of its own.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: { languages: {} },
});
