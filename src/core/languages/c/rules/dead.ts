import { alsoByProject, byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { unnamedFunctions } from '../../../finders/unused-functions.js';
import { uncalledStatics } from '../../cpp/unused-functions.js';

const { as, bad, by, good } = writerFor('c');

/** What `dead/*` finds. */
export const DEAD_RULES: LanguageRules = {
  'dead/file': as(
    good('int tide(void);\n', { file: 'tide.h', others: { 'main.c': '#include "tide.h"\nint main(void) { return tide(); }\n' } }),
    bad('int tide(void);\n', '1:1-1 nothing in the project loads this file', {
      file: 'tide.h', others: { 'main.c': 'int main(void) { return 0; }\n' },
    }),
  ),
  'dead/function': by(
    alsoByProject(byTree(uncalledStatics, ['storage_class_specifier', 'namespace_definition']), unnamedFunctions),
    good(
      'int moor(void) { return 1; }\n',
      { file: 'quay.c', others: { 'main.c': 'int moor(void);\nint main(void) { return moor(); }\n' } },
    ),
    bad('int moor(void) { return 1; }\n', '1:5-9 [likely] moor is never used in the project', {
      file: 'quay.c', others: { 'main.c': 'int moor(void);\nint main(void) { return 0; }\n' },
    }),
  ),
};
