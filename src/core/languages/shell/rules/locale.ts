import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('shell');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(
    good('out="${base}.pdf"\n'),
    good("show 'tide'\n"),
    bad("show 'tide.mp4'\n", '1:6-16 tide.mp4 is the same in every language'),
  ),
};
