import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('go');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/repeated-case': as(
    good('package quay\n\nfunc moor(a int) {\n\tswitch a {\n\tcase 1, 2:\n\tcase 3:\n\t}\n}\n'),
    good('package quay\n\nfunc moor(a any) {\n\tswitch a.(type) {\n\tcase int, string, bool:\n\tcase rune, byte:\n\t}\n}\n'),
    bad('package quay\n\nfunc moor(a int) {\n\tswitch a {\n\tcase 1, 2:\n\tcase 2:\n\t}\n}\n', '6:7-8 the case 2 appears above already; this one is never reached'),
  ),
  'slips/syntax': as(good('package quay\n'), bad('package quay\n\nfunc moor( {\n}\n', '3:11-11 “)” is missing here')),
};
