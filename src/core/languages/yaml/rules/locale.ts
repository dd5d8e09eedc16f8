import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('yaml');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(good("a: 'tide'\n"), bad("a: 'tide.png'\n", '1:4-14 tide.png is the same in every language')),
};
