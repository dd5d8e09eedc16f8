import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { WaiverAccount } from '../../waivers/account.js';
import { bad, good } from '../../finders/examples.js';

export default defineRule({
  id: 'waivers/malformed',
  title: 'Waivers can be understood',
  about: 'A comment that looks like a waiver but is not one excuses nothing, although its author thinks it does.',
  advice: 'Write: elvar waive RULE because REASON. Separate several rules by commas; put below or throughout, and until '
    + 'YYYY-MM-DD, before because.',
  tags: ['waivers'],
  confidence: 'certain',
  options: {},
  find: { everywhere: { by: 'waivers', find: findMalformed } },
  examples: [
    good(
      'javascript',
      '// elvar waive slips/*, tag:security below until 2999-12-31 because it is old\n// elvar resume slips/*, tag:security\n'
        + '// elvar is a program\n',
    ),
    bad(
      'javascript',
      '// elvar waive\ngo(); // elvar waive Slips because it is old\n'
        + '/* elvar waive slips/* because it is old until 2999-12-31 below */\n// elvar waiv slips/*\n',
      [
        '1:1-15 it names no rule', '2:7-45 Slips is neither a rule nor a group of rules',
        '4:1-22 waiv is not understood; write elvar waive',
      ],
    ),
    bad('python', '# elvar waive slips/* until 2027-02-30\n# elvar resume\n', [
      '1:1-39 2027-02-30 is not a date; write it as YYYY-MM-DD', '2:1-15 it names no rule',
    ]),
  ],
});

function findMalformed({ malformed }: WaiverAccount): Hit[] {
  return malformed.map(({ start, end, problem }) => ({ start, end, message: problem }));
}
