import { defineRule, type Hit } from '../../model/rule.js';
import type { WaiverAccount } from '../../waivers/account.js';
import { bad, good } from '../examples.js';

export default defineRule({
  id: 'waivers/expired',
  title: 'A waiver past its day goes',
  about: 'The day said until when the finding was to be mended; since then the waiver excuses nothing.',
  advice: 'Mend what it excused and drop the waiver, or decide anew and set another day.',
  tags: ['waivers'],
  confidence: 'certain',
  options: {},
  find: { everywhere: { by: 'waivers', find: findExpired } },
  examples: [
    good('javascript', '// elvar waive slips/loose-compare until 2999-12-31 because of the tide\nif (a == b) go();\n'),
    bad('javascript', '// elvar waive slips/loose-compare until 2001-01-31 because of the tide\nif (a == b) go();\n', '1:1'),
  ],
});

function findExpired({ waivers }: WaiverAccount): Hit[] {
  return waivers.filter(({ isExpired }) => isExpired).map(({ waiver: { start, end, until } }) => ({ start, end, message: `this waiver counted until ${until}` }));
}
