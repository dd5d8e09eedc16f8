import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('cpp');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good('const char* a = "tide";\n'),
    bad('const char* a = "/etc/quay/tide.conf";\n', '1:17-38 /etc/quay/tide.conf exists on one machine only'),
  ),
};
