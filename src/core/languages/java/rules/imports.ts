import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { unsortedImports } from '../../../finders/sorted-imports.js';
import { javaEntry } from '../sorted-imports.js';

const { as, bad, by, good } = writerFor('java');

/** What `imports/*` finds. */
export const IMPORTS_RULES: LanguageRules = {
  'imports/barred': as(
    good('import harbour.Tide;\n', { options: { modules: ['harbour.old'] } }),
    bad('import harbour.old.Tide;\n', '1:8-24 harbour.old is barred here', { options: { modules: ['harbour.old'] } }),
  ),
  'imports/direction': as(
    good('import harbour.tides.Low;\n', {
      file: 'src/main/java/harbour/berths/A.java',
      options: { never: ['src/main/java/harbour/berths -> src/main/java/harbour/billing'] },
    }),
    bad(
      'import harbour.billing.Tariff;\n',
      '1:8-30 [likely] src/main/java/harbour/berths may not take from src/main/java/harbour/billing',
      {
        file: 'src/main/java/harbour/berths/A.java',
        options: { never: ['src/main/java/harbour/berths -> src/main/java/harbour/billing'] },
      },
    ),
  ),
  'imports/repeated': as(
    good('import a.B;\nimport a.C;\n'),
    bad('import a.B;\nimport a.B;\n', '2:1-12 this module is imported above already', { repaired: 'import a.B;\n' }),
  ),
  'imports/sorted': by(
    byTree((source) => unsortedImports(source, source.tree.ofType('import_declaration').map(javaEntry)), ['import_declaration']),
    good('import a.B;\nimport a.C;\n'),
    bad('import a.C;\nimport a.B;\n', '2:1-12 a.B belongs before a.C', { repaired: 'import a.B;\nimport a.C;\n' }),
  ),
};
