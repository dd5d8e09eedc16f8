import { defineRule } from '../../finders/rule.js';
import { freeNames } from '../../finders/options.js';

export default defineRule({
  id: 'dead/private-member',
  title: 'Every private member is used',
  about: 'Nobody outside the class can use it, and nobody inside does.',
  advice: 'Delete it; the version history keeps it.',
  tags: ['leftover'],
  confidence: 'likely',
  options: { free: freeNames() },
  find: { languages: {} },
});
