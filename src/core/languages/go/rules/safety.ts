import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('go');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good('package quay\n\nvar a = "tide"\n'),
    bad('package quay\n\nvar a = "/var/lib/quay"\n', '3:9-24 /var/lib/quay exists on one machine only'),
  ),
};
