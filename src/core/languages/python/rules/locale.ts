import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('python');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(good("a = 'tide'\n"), bad("a = 'tide.gif'\n", '1:5-15 tide.gif is the same in every language')),
};
