import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('cpp');

/** What `docs/*` finds. */
export const DOCS_RULES: LanguageRules = {
  'docs/public-comment': as(
    good('/// Moors.\nint moor() { return 1; }\nstatic int sail() { return 1; }\n'),
    bad('int moor() { return 1; }\n', '1:5-9 moor is public but not documented'),
  ),
};
