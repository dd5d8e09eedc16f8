import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('json');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/syntax': as(
    good('{ "tide": [1, 2] }\n'),
    good('{ "tide": [1, 2], }\n', { file: 'tsconfig.json' }),
    bad('{ "tide": [1, }\n', '1:11-12 “[” is never closed'),
  ),
};
