import { formatSelector } from '../../model/selector.js';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { WaiverAccount } from '../../waivers/account.js';
import { bad, good } from '../../finders/examples.js';

export default defineRule({
  id: 'waivers/refused',
  title: 'Waivers are used only for rules that allow them',
  about: 'If a layer refuses waivers for a rule, its findings stay, whatever a comment says.',
  advice: 'Repair the finding, or ask the owner of the layer; elvar explain shows which one it is.',
  tags: ['waivers'],
  confidence: 'certain',
  options: {},
  find: { everywhere: { by: 'waivers', find: findRefused } },
  examples: [
    good('javascript', '// elvar waive slips/loose-compare because it is old\nif (a == b) go();\n'),
    bad(
      'javascript', '// elvar waive safety/dynamic-code because it is old\neval(a);\n',
      '1:1-53 safety/dynamic-code may not be waived here',
    ),
  ],
});

function findRefused({ waivers }: WaiverAccount): Hit[] {
  return waivers.flatMap(({ waiver: { start, end, selectors }, refused }) => refused.flatMap((rule, index) => {
    const selector = selectors[index];
    if (rule === null || selector === undefined) return [];
    const written = formatSelector(selector);
    return [{ start, end, message: `${rule} may not be waived here${written === rule ? '' : `, not by ${written} either`}` }];
  }));
}
