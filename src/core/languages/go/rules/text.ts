import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('go');

/** What `text/*` finds. */
export const TEXT_RULES: LanguageRules = {
  'text/blank-between': as(
    good('package quay\n\nfunc sail() {\n}\n\nfunc moor() {\n}\n'),
    bad('package quay\n\nfunc sail() {\n}\nfunc moor() {\n}\n', '5:1-14 no empty line above this definition', {
      repaired: 'package quay\n\nfunc sail() {\n}\n\nfunc moor() {\n}\n',
    }),
  ),
};
