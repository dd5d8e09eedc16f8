import { CPP_PUBLIC } from '../public-names.js';
import { undocumented } from '../../../finders/undocumented.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { bad, by, good } = writerFor('cpp');

/** What `docs/*` finds. */
export const DOCS_RULES: LanguageRules = {
  'docs/public-comment': by(
    undocumented(CPP_PUBLIC),
    good('/// Moors.\nint moor() { return 1; }\nstatic int sail() { return 1; }\n'),
    bad('int moor() { return 1; }\n', '1:5-9 moor is public but not documented'),
  ),
};
