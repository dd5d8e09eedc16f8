import { alsoByProject, byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { unnamedFunctions } from '../../../finders/unused-functions.js';
import { uncalledStatics } from '../unused-functions.js';

const { as, bad, by, good } = writerFor('cpp');

/** What `dead/*` finds. */
export const DEAD_RULES: LanguageRules = {
  'dead/after-exit': as(
    good('int moor() { goto out; out: return 1;; }\nvoid sail(int exit) { exit(1); moor(); }\n'),
    bad('int moor() { return 1; sail(); }\n', '1:24-31 never runs: return above leaves the block'),
  ),
  'dead/branch': as(
    good('void moor() { do { sail(); } while (0); }\n'),
    bad('void moor() { if (0) sail(); }\n', '1:19-20 this is never true'),
  ),
  'dead/class': as(
    good('class Quay {};\nint main() { Quay quay; }\n'),
    bad('class Quay { public: Quay(); };\nint main() { return 0; }\n', '1:7-11 [likely] Quay is never used in the project'),
  ),
  'dead/file': as(
    good('int tide();\n', { file: 'tide.hpp', others: { 'main.cpp': '#include "tide.hpp"\nint main() { return tide(); }\n' } }),
    bad('int tide();\n', '1:1-1 nothing in the project loads this file', {
      file: 'tide.hpp', others: { 'main.cpp': 'int main() { return 0; }\n' },
    }),
  ),
  'dead/function': by(
    alsoByProject(byTree(uncalledStatics, ['storage_class_specifier', 'namespace_definition']), unnamedFunctions),
    good('static int onTide() { return 1; }\n', { options: { free: ['on.*'] } }),
    good('static int moor() { return 1; }\nint main() { return moor(); }\n'),
    bad(
      'static int moor() { return 1; }\nnamespace { void wait() {} }\n',
      ['1:12-16 [likely] moor is never used', '2:18-22 [likely] wait is never used'],
    ),
  ),
};
