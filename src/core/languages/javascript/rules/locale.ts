import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('javascript');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(
    good("show('tide.js', '.png');\n"),
    bad("show('img/tide.png');\n", '1:6-20 img/tide.png is the same in every language'),
    bad('show(`img/${tide}.png`);\n', '1:6 img/${tide}.png is the same in every language'),
  ),
};
