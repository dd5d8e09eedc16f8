import { defineRule } from '../../finders/rule.js';
import { shared } from '../../finders/hits.js';
import { unreachedCode } from '../../finders/unreached-code.js';

export default defineRule({
  id: 'dead/after-exit',
  title: 'No code after a statement that leaves the block',
  about: 'Code after a return, a throw or a jump never runs, although it looks as if it did.',
  advice: 'Delete the code that follows, or move the jump to where it belongs.',
  tags: ['leftover', 'correctness'],
  confidence: 'certain',
  options: {},
  find: shared(unreachedCode()),
});
