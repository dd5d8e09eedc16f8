import type { Catalog } from '../catalog.js';
import { formatSelector, type Selector } from '../../model/selector.js';
import { defineRule, type Hit } from '../../model/rule.js';
import type { AccountedWaiver, WaiverAccount } from '../../waivers/account.js';
import { bad, good } from '../examples.js';

export default defineRule({
  id: 'waivers/unused',
  title: 'A waiver excuses something',
  about: 'A waiver that nothing needs any more hides the next mistake that somebody makes there.',
  advice: 'Drop the waiver, or the rules in it that are told.',
  tags: ['waivers', 'leftover'],
  confidence: 'certain',
  options: {},
  find: { everywhere: { by: 'waivers', find: findUnused } },
  examples: [
    good('javascript', '// elvar waive slips/loose-compare because the lock keeper types numbers\nif (a == b) go();\n'),
    bad('javascript', '// elvar waive slips/loose-compare because the lock keeper types numbers\nif (a === b) go();\n', '1:1'),
    bad('javascript', '/* elvar waive slips/loose-compare, dead/* below because it is old */\nif (a == b) go();\n// elvar resume slips/loose-compare\n// elvar resume names/*\n', '1:1 4:1'),
  ],
});

function findUnused({ waivers, stray }: WaiverAccount, catalog: Catalog): Hit[] {
  const named = (selectors: readonly Selector[]): string => selectors.map(formatSelector).join(', ');
  const unused = waivers.flatMap((entry): Hit[] => {
    const { waiver: { start, end, selectors } } = entry;
    const idle = idleSelectors(entry, catalog);
    if (idle.length === 0) return [];
    return [{ start, end, message: idle.length === selectors.length ? 'this waiver excuses nothing' : `this waiver excuses nothing of ${named(idle)}` }];
  });
  const useless = stray.flatMap(({ start, end, selectors }): Hit[] => {
    const known = selectors.filter((selector) => catalog.select(selector).length > 0);
    return known.length === 0 ? [] : [{ start, end, message: `nothing above waives ${named(known)}` }];
  });
  return [...unused, ...useless];
}

/** What another rule about waivers tells already is left out: what has expired, has no reason, is refused or unknown. */
function idleSelectors({ waiver: { selectors }, isExpired, isReasoned, excused, refused }: AccountedWaiver, catalog: Catalog): Selector[] {
  if (isExpired || !isReasoned) return [];
  return selectors.filter((selector, index) => excused[index] === 0 && refused[index] === null && catalog.select(selector).length > 0);
}
