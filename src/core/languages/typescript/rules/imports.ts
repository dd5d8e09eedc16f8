import { byTree, NO_HITS } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { repeatedImports } from '../../../finders/repeated-imports.js';
import { unsortedImports } from '../../../finders/sorted-imports.js';
import { importStatements } from '../../javascript/imports.js';
import { mergeScript, namesOneTwice, SCRIPT_STATEMENTS, scriptKey } from '../../javascript/repeated-imports.js';
import { scriptEntry } from '../../javascript/sorted-imports.js';

const { as, bad, by, good } = writerFor('typescript');

/** What `imports/*` finds. */
export const IMPORTS_RULES: LanguageRules = {
  'imports/barred': as(
    good("import type { A } from './tide.js';\n", { options: { modules: ['tide'] } }),
    bad("export { a } from 'tide';\n", '1:19-25 tide is barred here', { options: { modules: ['tide'] } }),
  ),
  'imports/circle': as(
    good(
      "import { tide } from './tide.js';\n",
      { file: 'quay.ts', others: { 'tide.ts': "import type { Quay } from './quay.js';\nexport const tide = 1;\n" } },
    ),
    bad("import { tide } from './tide.js';\n", '1:22-33 these files import each other in a circle: quay.ts → tide.ts → quay.ts', {
      file: 'quay.ts', others: { 'tide.ts': "export * from './quay.js';\n" },
    }),
  ),
  'imports/direction': as(
    good(
      "import { a } from './tariff.js';\n",
      { file: 'services/billing/a.ts', options: { never: ['services/* -> services/billing'] } },
    ),
    bad("export { a } from '../../billing/tariff.js';\n", '1:19-44 services/* may not take from services/billing', {
      file: 'services/berths/src/a.ts', options: { never: ['services/* -> services/billing'] },
    }),
  ),
  'imports/missing': as(
    good("export * from './berths';\n", { file: 'quay.ts', others: { 'berths/index.ts': 'export const berth = 1;\n' } }),
    bad("export * from './berths';\n", '1:15-25 ./berths leads to no file', { file: 'quay.ts' }),
  ),
  'imports/repeated': by(
    byTree(
      (source) => (namesOneTwice(source.tree) ? repeatedImports(source, SCRIPT_STATEMENTS, scriptKey, mergeScript) : NO_HITS),
      SCRIPT_STATEMENTS,
    ),
    good("import type { A } from './a.js';\nimport { b } from './a.js';\n"),
    bad("import { a } from './a.js';\nimport B from './a.js';\n", '2:1-24 this module is imported above already', {
      repaired: "import { a } from './a.js';\nimport B from './a.js';\n",
    }),
  ),
  'imports/sorted': by(
    byTree((source) => unsortedImports(source, importStatements(source.tree).map(scriptEntry)), ['import_statement']),
    good("import './setup.js';\nimport type { A } from 'a';\n"),
    bad("import c from './c.js';\nimport b from 'b';\n", '2:1-19 b belongs before ./c.js', {
      repaired: "import b from 'b';\nimport c from './c.js';\n",
    }),
  ),
};
