import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('java');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(
    good('class Quay { String a = "tide"; }\n'),
    bad('class Quay { String a = "tide.wav"; }\n', '1:25-35 tide.wav is the same in every language'),
  ),
};
