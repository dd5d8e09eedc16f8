import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('html');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(
    good('<img alt="tide">\n'),
    bad('<img src="tide.jpg">\n', '1:10-20 tide.jpg is the same in every language'),
  ),
};
