import { formatSelector, type Selector, type SelectableRules } from '../../model/selector.js';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { WaiverAccount } from '../../waivers/account.js';
import { idleSelectors, uselessResumes } from '../../waivers/idle-selectors.js';
import { bad, good } from '../../finders/examples.js';

export default defineRule({
  id: 'waivers/unused',
  title: 'Every waiver is needed',
  about: 'A waiver that is no longer needed hides the next mistake made there.',
  advice: 'Delete the waiver, or the rules in it that are named here.',
  tags: ['waivers', 'leftover'],
  confidence: 'certain',
  options: {},
  find: { everywhere: { by: 'waivers', find: findUnused } },
  examples: [
    good('javascript', '// elvar waive slips/loose-compare because the lock keeper types numbers\nif (a == b) go();\n'),
    bad(
      'javascript', '// elvar waive slips/loose-compare because the lock keeper types numbers\nif (a === b) go();\n',
      '1:1-73 this waiver excuses nothing',
    ),
    bad(
      'javascript',
      '/* elvar waive slips/loose-compare, dead/* below because it is old */\nif (a == b) go();\n'
        + '// elvar resume slips/loose-compare\n// elvar resume names/*\n',
      ['1:1 this waiver excuses no finding of dead/*', '4:1 no waiver above for names/*'],
    ),
  ],
});

function findUnused(account: WaiverAccount, catalog: SelectableRules): Hit[] {
  const named = (selectors: readonly Selector[]): string => selectors.map(formatSelector).join(', ');
  const unused = account.waivers.flatMap((entry): Hit[] => {
    const { waiver: { start, end, selectors } } = entry;
    const idle = idleSelectors(entry, catalog);
    if (idle.length === 0) return [];
    return [{
      start,
      end,
      message: idle.length === selectors.length
        ? 'this waiver excuses nothing'
        : `this waiver excuses no finding of ${named(idle)}`,
    }];
  });
  const useless = uselessResumes(account, catalog).map(
    ({ start, end, selectors }) => ({ start, end, message: `no waiver above for ${named(selectors)}` }),
  );
  return [...unused, ...useless];
}
