import { endsOfLists } from '../../../finders/last-commas.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { bad, by, good } = writerFor('c');

/** What `idiom/*` finds. */
export const IDIOM_RULES: LanguageRules = {
  'idiom/last-comma': by(
    endsOfLists(['initializer_list', 'enumerator_list']),
    good('int a[] = { 1 };\n'),
    bad('int a[] = { 1, };\n', '1:14-15 a comma after the last item', { repaired: 'int a[] = { 1 };\n' }),
  ),
};
