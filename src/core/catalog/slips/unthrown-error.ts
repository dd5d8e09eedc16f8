import { defineRule } from '../../finders/rule.js';
import { shared } from '../../finders/hits.js';
import { unthrownErrors } from '../../finders/unthrown-errors.js';

export default defineRule({
  id: 'slips/unthrown-error',
  title: 'Every error that is created is thrown',
  about: 'An error that is only created changes nothing: the code continues as if all were well.',
  advice: 'Throw it, or delete it.',
  tags: ['correctness', 'starter'],
  confidence: 'certain',
  options: {},
  find: shared(unthrownErrors()),
});
