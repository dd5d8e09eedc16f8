import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('yaml');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/syntax': as(good('tide: [1, 2]\n'), bad('tide: [1, 2\n', '1:7-8 “[” is never closed')),
};
