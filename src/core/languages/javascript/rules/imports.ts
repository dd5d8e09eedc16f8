import { byTree, NO_HITS } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { repeatedImports } from '../../../finders/repeated-imports.js';
import { unsortedImports } from '../../../finders/sorted-imports.js';
import { importStatements } from '../imports.js';
import { mergeScript, namesOneTwice, SCRIPT_STATEMENTS, scriptKey } from '../repeated-imports.js';
import { scriptEntry } from '../sorted-imports.js';

const { as, bad, by, good } = writerFor('javascript');

/** What `imports/*` finds. */
export const IMPORTS_RULES: LanguageRules = {
  'imports/barred': as(
    good("import a from 'tides';\nimport b from 'tide-tables';\n", { options: { modules: ['tide'] } }),
    bad(
      "import a from 'tide';\nconst b = require('tide/low');\n",
      ['1:15-21 tide is barred here: take quay', '2:19-29 tide is barred here: take quay'],
      { options: { modules: ['tide: take quay'] } },
    ),
  ),
  'imports/circle': as(
    good(
      "import { tide } from './tide.js';\n",
      { file: 'quay.js', others: { 'tide.js': "export const tide = () => import('./quay.js');\n" } },
    ),
    bad(
      "import { tide } from './tide.js';\nexport const berth = tide;\n",
      '1:22-33 these files import each other in a circle: a/berth.js → a/tide.js → quay.js → a/berth.js',
      {
        file: 'a/berth.js', others: {
          'a/tide.js': "import { quay } from '../quay.js';\nexport const tide = quay;\n",
          'quay.js': "import { berth } from './a/berth.js';\nexport const quay = berth;\n",
        },
      },
    ),
  ),
  'imports/direction': as(
    good(
      "import a from '../billing/tariff.js';\nimport b from './clock.js';\nimport c from 'billing';\n",
      { file: 'kiosk/a.js', options: { never: ['kiosk -> services/billing'] } },
    ),
    bad(
      "import a from '../services/billing/tariff.js';\nconst b = require('../services/billing');\n",
      [
        '1:15-46 kiosk may not take from services/billing: it stands in the open',
        '2:19-40 kiosk may not take from services/billing: it stands in the open',
      ],
      { file: 'kiosk/a.js', options: { never: ['kiosk -> services/billing: it stands in the open'] } },
    ),
  ),
  'imports/missing': as(
    good(
      "import { tide } from './tide.js';\nimport sail from 'sail';\nimport './look.css';\n",
      { file: 'quay.js', others: { 'tide.ts': 'export const tide = 1;\n' } },
    ),
    bad(
      "import { tide } from './tides.js';\nconst low = require('../low');\n",
      ['1:22-34 ./tides.js leads to no file', '2:21-29 ../low leads to no file'],
      { file: 'a/quay.js', others: { 'a/tide.js': 'export const tide = 1;\n' } },
    ),
  ),
  'imports/repeated': by(
    byTree(
      (source) => (namesOneTwice(source.tree) ? repeatedImports(source, SCRIPT_STATEMENTS, scriptKey, mergeScript) : NO_HITS),
      SCRIPT_STATEMENTS,
    ),
    good("import a, { b } from './a.js';\nimport * as c from './a.js';\nimport { d } from './d.js';\n"),
    bad("import { a } from './a.js';\nimport { b as c } from './a.js';\n", '2:1-33 this module is imported above already', {
      repaired: "import { a, b as c } from './a.js';\n",
    }),
    bad("import './a.js';\nimport './a.js';\nsail();\n", '2:1 this module is imported above already', {
      repaired: "import './a.js';\nsail();\n",
    }),
  ),
  'imports/sorted': by(
    byTree((source) => unsortedImports(source, importStatements(source.tree).map(scriptEntry)), ['import_statement']),
    good("import a from 'a';\nimport b from '../b.js';\nimport c from './c.js';\n\nimport d from 'a';\n"),
    bad("import b from 'b';\nimport c from 'c';\nimport a from 'a';\n", '3:1-19 a belongs before c', {
      repaired: "import a from 'a';\nimport b from 'b';\nimport c from 'c';\n",
    }),
  ),
};
