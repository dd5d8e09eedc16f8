import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { spaceAfterCommas } from '../../../finders/spacing.js';

const { bad, by, good } = writerFor('css');

/** What `text/*` finds. */
export const TEXT_RULES: LanguageRules = {
  'text/spacing': by(
    byTree(spaceAfterCommas),
    good('a, b { color: rgb(1, 2, 3); }\n'),
    bad('a,b { color: rgb(1,2, 3); }\n', ['1:2-3 no space after this comma', '1:19-20 no space after this comma'], {
      repaired: 'a, b { color: rgb(1, 2, 3); }\n',
    }),
  ),
};
