import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('shell');

/** What `dead/*` finds. */
export const DEAD_RULES: LanguageRules = {
  'dead/function': as(
    good('moor() { echo 1; }\nmoor\n'),
    bad('moor() { echo 1; }\nsail() { moor; }\n', '2:1-5 [likely] sail is never used in the project'),
  ),
};
