import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('css');

/** What `names/*` finds. */
export const NAMES_RULES: LanguageRules = {
  'names/length': as(
    good(':root { --low: 1px; }\n'),
    bad(':root { --q: 1px; }\n', '1:9-12 q has 1 character; at least 2 are required'),
  ),
  'names/variables': as(
    good(':root { --low-tide: 1px; }\n'),
    bad(':root { --lowTide: 1px; }\n', '1:9-18 lowTide is not written like low-tide'),
  ),
};
