import { defineRule } from '../../finders/rule.js';
import { eachNode, shared } from '../../finders/hits.js';
import { judgeCatch } from '../../finders/swallowed-errors.js';

export default defineRule({
  id: 'slips/swallowed-error',
  title: 'No error is silently ignored',
  about: 'An error that is caught and ignored shows up later somewhere else, where nobody can tell what went wrong.',
  advice: 'Handle it, pass it on, or explain in a comment why it does not matter.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: shared(eachNode(['catch_clause'], judgeCatch)),
});
