import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { eachHolder } from '../../../finders/repeated-keys.js';
import { yamlKey } from '../repeated-keys.js';

const { as, bad, by, good } = writerFor('yaml');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/syntax': as(good('tide: [1, 2]\n'), bad('tide: [1, 2\n', '1:7-8 “[” is never closed')),
  'slips/repeated-key': by(
    eachHolder(['block_mapping', 'flow_mapping'], (part) => yamlKey(part.child('key'))),
    good('low: 1\nhigh: 2\n'),
    bad('low: 1\nhigh: 2\n"low": 3\n', '3:1-6 the key low appears twice; only the last value counts'),
  ),
};
