import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('go');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(
    good('package quay\n\nvar a = "tide"\n'),
    bad('package quay\n\nvar a = "tide.mp3"\n', '3:9-19 tide.mp3 is the same in every language'),
  ),
};
