import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('c');

/** What `idiom/*` finds. */
export const IDIOM_RULES: LanguageRules = {
  'idiom/last-comma': as(
    good('int a[] = { 1 };\n'),
    bad('int a[] = { 1, };\n', '1:14-15 a comma after the last item', { repaired: 'int a[] = { 1 };\n' }),
  ),
};
