import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { eachHolder, literalKey } from '../../../finders/repeated-keys.js';

const { as, bad, by, good } = writerFor('json');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/syntax': as(
    good('{ "tide": [1, 2] }\n'),
    good('{ "tide": [1, 2], }\n', { file: 'tsconfig.json' }),
    bad('{ "tide": [1, }\n', '1:11-12 “[” is never closed'),
  ),
  'slips/repeated-key': by(
    eachHolder(['object'], (part) => literalKey(part.type === 'pair' ? part.child('key') : null)),
    good('{ "low": { "tide": 1 }, "high": { "tide": 2 } }\n'),
    bad('{ "low": 1, "low": 2 }\n', '1:13-18 the key low appears twice; only the last value counts'),
  ),
};
