import { defineRule } from '../../finders/rule.js';
import { shared } from '../../finders/hits.js';
import { weakDigests } from '../../finders/weak-digests.js';

export default defineRule({
  id: 'safety/weak-digest',
  title: 'Digests cannot be forged',
  about:
    'For MD5 and SHA-1, two texts with the same digest can be made (RFC 6151, RFC 6194), so they no longer protect anything.',
  advice: 'Use SHA-256 or better; for passwords, use a function made for passwords.',
  tags: ['security'],
  confidence: 'likely',
  options: {},
  find: shared(weakDigests()),
});
