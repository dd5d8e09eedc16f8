import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('c');

/** What `dead/*` finds. */
export const DEAD_RULES: LanguageRules = {
  'dead/file': as(
    good('int tide(void);\n', { file: 'tide.h', others: { 'main.c': '#include "tide.h"\nint main(void) { return tide(); }\n' } }),
    bad('int tide(void);\n', '1:1-1 nothing in the project loads this file', { file: 'tide.h', others: { 'main.c': 'int main(void) { return 0; }\n' } }),
  ),
};
