import { defineRule } from '../../finders/rule.js';
import { shared } from '../../finders/hits.js';
import { freeNames } from '../../finders/options.js';
import { unreadParameters } from '../../finders/unread-parameters.js';

export default defineRule({
  id: 'dead/parameter',
  title: 'Every parameter is used',
  about: 'Callers compute and pass a value that makes no difference, and readers search for the difference it makes.',
  advice: 'Remove it here and from the calls. If later parameters depend on its position, give it an exempt name.',
  tags: ['leftover'],
  confidence: 'possible',
  options: { free: freeNames(['_.*', '(?i)(?:unused|ignored).*']) },
  find: shared(unreadParameters()),
});
