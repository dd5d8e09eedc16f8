import { defineRule } from '../../finders/rule.js';
import { shared } from '../../finders/hits.js';
import { freeNames } from '../../finders/options.js';
import { unreadVariables } from '../../finders/unread-variables.js';

export default defineRule({
  id: 'dead/variable',
  title: 'Every variable is read, and every local type is used',
  about: 'A variable that is set but never read is either left over or a sign that something was forgotten.',
  advice: 'Delete it, or use it where it was meant to be used. If a value has to be received but is not needed, give it an '
    + 'exempt name.',
  tags: ['leftover', 'correctness'],
  confidence: 'likely',
  options: { free: freeNames(['_.*']) },
  find: shared(unreadVariables()),
});
