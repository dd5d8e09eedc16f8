import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('css');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(
    good('a { background: none; }\n'),
    bad(
      'a { background: url("tide.webp"); }\nb { background: url(tide.png); }\n',
      ['1:21-32 tide.webp is the same in every language', '2:21-29 tide.png is the same in every language'],
    ),
  ),
};
