import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('typescript');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good("const a = 'tide/low';\n"),
    bad("const a = 'C:\\\\Quay\\\\tide.txt';\n", '1:11-31 C:\\\\Quay\\\\tide.txt exists on one machine only'),
  ),
  'safety/weak-digest': as(good("createHash('sha512');\n"), bad("createHash('sha1');\n", '1:1-19 sha1 can be forged')),
};
