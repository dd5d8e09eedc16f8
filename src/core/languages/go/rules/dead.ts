import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('go');

/** What `dead/*` finds. */
export const DEAD_RULES: LanguageRules = {
  'dead/after-exit': as(
    good('package quay\n\nfunc moor() int {\n\treturn 1\n}\n'),
    bad('package quay\n\nfunc moor() int {\n\tpanic("full")\n\treturn 1\n}\n', '5:2-10 never runs: panic above leaves the block'),
  ),
  'dead/class': as(
    good('package quay\n\ntype tide int\n\nvar low tide\n'),
    bad('package quay\n\ntype tide int\n', '3:6-10 tide is never used in the project'),
  ),
  'dead/function': as(
    good('package quay\n\nfunc moor() int { return 1 }\n\nvar low = moor()\n'),
    bad('package quay\n\nfunc moor() int { return moor() }\n\nfunc TestMoor() {}\n', '3:6-10 moor is never used in the project'),
  ),
};
