import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('ruby');

/** What `imports/*` finds. */
export const IMPORTS_RULES: LanguageRules = {
  'imports/barred': as(
    good("require 'quay'\n", { options: { modules: ['tide'] } }),
    bad("require 'tide/low'\n", '1:9-19 tide is barred here', { options: { modules: ['tide'] } }),
  ),
};
