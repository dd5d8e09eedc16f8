import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { WaiverAccount } from '../../waivers/account.js';
import { bad, good } from '../../finders/examples.js';

export default defineRule({
  id: 'waivers/expired',
  title: 'Expired waivers are removed',
  about: 'The waiver was meant to hold until a certain day. Since then it has excused nothing.',
  advice: 'Repair what it excused and delete the waiver, or decide again and set another day.',
  tags: ['waivers'],
  confidence: 'certain',
  options: {},
  find: { everywhere: { by: 'waivers', find: findExpired } },
  examples: [
    good('javascript', '// elvar waive slips/loose-compare until 2999-12-31 because of the tide\nif (a == b) go();\n'),
    bad(
      'javascript', '// elvar waive slips/loose-compare until 2001-01-31 because of the tide\nif (a == b) go();\n',
      '1:1-72 this waiver expired after 2001-01-31',
    ),
  ],
});

function findExpired({ waivers }: WaiverAccount): Hit[] {
  return waivers.filter(({ isExpired }) => isExpired)
    .map(({ waiver: { start, end, until } }) => ({ start, end, message: `this waiver expired after ${until}` }));
}
