import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('cpp');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(
    good('const char* a = "tide";\n'),
    bad('const char* a = "tide.ogg";\n', '1:17-27 tide.ogg is the same in every language'),
  ),
};
