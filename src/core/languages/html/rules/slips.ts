import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('html');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/syntax': as(good('<p>Tide</p>\n'), bad('<p>Tide</b>\n', '1:8-12 </b> has no opening tag')),
};
