import { nearName } from '../../base/near-name.js';
import { formatSelector, type SelectableRules } from '../../model/selector.js';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { WaiverAccount } from '../../waivers/account.js';
import { bad, good } from '../../finders/examples.js';

export default defineRule({
  id: 'waivers/unknown-rule',
  title: 'Waivers name existing rules',
  about: 'A waiver for an unknown rule excuses nothing: the name is wrong, or the rule no longer exists.',
  advice: 'Correct the name (elvar catalog lists them), or delete the waiver.',
  tags: ['waivers'],
  confidence: 'certain',
  options: {},
  find: { everywhere: { by: 'waivers', find: findUnknown } },
  examples: [
    good('javascript', '// elvar waive slips/loose-compare, docs/*, tag:security because it is old\ngo();\n'),
    bad(
      'javascript', '// elvar waive slips/loose-compar because it is old\ngo();\n',
      '1:1-52 there is no rule slips/loose-compar; did you mean slips/loose-compare?',
    ),
    bad('python', '# elvar waive quays/*, tag:no-such because it is old\n', [
      '1:1-53 there is no rule quays/*', '1:1-53 there is no rule tag:no-such',
    ]),
  ],
});

function findUnknown({ waivers, stray }: WaiverAccount, catalog: SelectableRules): Hit[] {
  const named = [...waivers.map(({ waiver }) => waiver), ...stray];
  return named.flatMap(({ start, end, selectors }) =>
    selectors.filter((selector) => catalog.select(selector).length === 0).map((selector) => {
      const written = formatSelector(selector);
      const near = nearName(
        written, catalog.rules.flatMap(({ id, concern, tags }) => [id, `${concern}/*`, ...tags.map((tag) => `tag:${tag}`)]),
      );
      return { start, end, message: `there is no rule ${written}${near === null ? '' : `; did you mean ${near}?`}` };
    }));
}
