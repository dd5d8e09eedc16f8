import { eachNode } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { judgeInGo } from '../swallowed-errors.js';

const { as, bad, by, good } = writerFor('go');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/repeated-case': as(
    good('package quay\n\nfunc moor(a int) {\n\tswitch a {\n\tcase 1, 2:\n\tcase 3:\n\t}\n}\n'),
    good('package quay\n\nfunc moor(a any) {\n\tswitch a.(type) {\n\tcase int, string, bool:\n\tcase rune, byte:\n\t}\n}\n'),
    bad(
      'package quay\n\nfunc moor(a int) {\n\tswitch a {\n\tcase 1, 2:\n\tcase 2:\n\t}\n}\n',
      '6:7-8 the case 2 appears above already; this one is never reached',
    ),
  ),
  'slips/syntax': as(good('package quay\n'), bad('package quay\n\nfunc moor( {\n}\n', '3:11-11 “)” is missing here')),
  'slips/self-compare': as(
    good('package quay\n\nvar same = a == b\n'),
    bad('package quay\n\nvar same = a == a\n', '3:12-18 a is on both sides of =='),
  ),
  'slips/swallowed-error': by(
    eachNode(['if_statement'], judgeInGo),
    good('package quay\n\nfunc moor() {\n\tif err := sail(); err != nil {\n\t\t// the tide may be out\n\t}\n}\n'),
    bad('package quay\n\nfunc moor() {\n\tif err := sail(); err != nil {\n\t}\n}\n', '4:2-31 the error tested here is ignored'),
  ),
};
