import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('shell');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/syntax': as(good('echo "$tide"\necho "${tide:$low}"\n'), bad('if true; then\n  echo 1\n', '3:1-1 “fi” is missing here')),
};
