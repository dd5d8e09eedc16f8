import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { WaiverAccount } from '../../waivers/account.js';
import { bad, good } from '../../finders/examples.js';

export default defineRule({
  id: 'waivers/no-reason',
  title: 'Every waiver gives a reason',
  about: 'Without a reason nobody can tell later whether the waiver is still needed.',
  advice: 'Add because and the reason, in a few words.',
  tags: ['waivers'],
  confidence: 'certain',
  options: {},
  find: { everywhere: { by: 'waivers', find: findUnreasoned } },
  examples: [
    good('javascript', '// elvar waive slips/loose-compare because the lock keeper types numbers\nif (a == b) go();\n'),
    bad('javascript', 'go(a == b); // elvar waive slips/loose-compare\n', '1:13-47 this waiver gives no reason'),
    bad('python', '# elvar waive safety/* throughout until 2999-12-31\n', '1:1-51 this waiver gives no reason'),
  ],
});

function findUnreasoned({ waivers }: WaiverAccount): Hit[] {
  return waivers.filter(({ waiver }) => waiver.because === null).map(({ waiver: { start, end }, isReasoned }) =>
    ({
      start, end, message: isReasoned ? 'this waiver gives no reason' : 'this waiver gives no reason, so it excuses nothing here',
    }));
}
