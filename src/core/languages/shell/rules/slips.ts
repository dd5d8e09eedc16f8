import { selfComparisons } from '../../../finders/self-comparisons.js';
import { comparedByCommands } from '../self-comparisons.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, by, good } = writerFor('shell');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/syntax': as(good('echo "$tide"\necho "${tide:$low}"\n'), bad('if true; then\n  echo 1\n', '3:1-1 “fi” is missing here')),
  'slips/self-compare': by(
    selfComparisons({ more: comparedByCommands, hasNotANumber: false }),
    bad('test "$a" = "$a"\n[ $a -eq $a ]\n', ['1:1-17 "$a" is on both sides of =', '2:3-12 $a is on both sides of -eq']),
    good('if [ "$a" = "$b" ]; then sail; fi\n'),
    bad('if [ "$a" = "$a" ]; then sail; fi\n', '1:6 "$a" is on both sides of ='),
  ),
};
