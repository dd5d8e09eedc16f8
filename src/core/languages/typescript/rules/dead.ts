import { isModule } from '../../javascript/exported-names.js';
import { unreadVariables } from '../../../finders/unread-variables.js';
import { alsoByProject, byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import type { FreeNames } from '../../../finders/options.js';
import { unusedMembers } from '../../../finders/private-members.js';
import { uncalledFunctions, unnamedFunctions } from '../../../finders/unused-functions.js';
import { FUNCTIONS } from '../../../syntax/functions.js';
import { NAMES_OF_SCRIPT_MEMBERS, scriptMembers } from '../../javascript/members.js';
import { unusedImportsInScript } from '../../javascript/unused-imports.js';

const { as, bad, by, good } = writerFor('typescript');

/** What `dead/*` finds. */
export const DEAD_RULES: LanguageRules = {
  'dead/after-exit': as(
    good('switch (tide) {\n  case 1:\n    throw new Error();\n  default:\n    sail();\n}\n'),
    bad('for (const a of b) {\n  continue;\n  sail(a);\n}\n', '3:3-11 never runs: continue above leaves the block'),
  ),
  'dead/branch': as(
    good('const berth = full ? 1 : 2;\nif (next()) sail(); else if (next()) moor();\n'),
    bad('const berth = true ? 1 : 2;\nwhile (0) sail();\n', ['1:15-19 this is always true', '2:8-9 this loop never runs']),
  ),
  'dead/class': as(
    good('class Quay {}\nexport default Quay;\n'),
    bad("import './tide.js';\nabstract class Quay {}\n", '2:16-20 Quay is never used in the project'),
  ),
  'dead/file': as(
    good('export const tide = 1;\n', { file: 'tide.ts', options: { free: ['tide\\.ts'] } }),
    bad('export const tide = 1;\n', '1:1-1 nothing in the project loads this file', { file: 'tide.ts' }),
  ),
  'dead/parameter': as(
    good('class Quay extends Place { moor(tide: number) { sail(); } }\n'
      + 'class Pier { constructor(private name: string, readonly low = 1) {} }\n'),
    bad('const moor = (quay: string, tide = 1): string => quay;\n', '1:29-33 tide is never read'),
  ),
  'dead/variable': by(
    // What a script declares belongs to all scripts of its page.
    unreadVariables({ ownsFile: isModule }),
    bad(
      'type Tide = number;\nenum Berth { Low }\ninterface Quay { next: Quay }\nexport {};\n',
      ['1:6-10 Tide is never used', '2:6-11 Berth is never used', '3:11-15 Quay is set but never read'],
    ),
    good('type Tide = number;\nexport const low: Tide = 1;\ndeclare global { interface Window { tide: number } }\n'),
    good('function moor(): void {\n  const quay: string = name();\n  sail(quay);\n}\nexport { moor };\n'),
    bad('export function moor(): void {\n  const quay: string = name();\n}\n', '2:9 quay is never used'),
  ),
  'dead/import': by(
    byTree(unusedImportsInScript),
    good("import type { Berth } from './berth.js';\nexport const plan: Berth[] = [];\n"),
    bad(
      "import type { Berth, Quay } from './berth.js';\nexport const plan: Berth[] = [];\n",
      '1:22-26 Quay is imported and never used',
      {
        repaired: "import type { Berth } from './berth.js';\nexport const plan: Berth[] = [];\n",
      },
    ),
    good("import { Quay } from './quay.js';\nexport const berth = <Quay />;\n", { file: 'berth.tsx' }),
  ),
  'dead/private-member': by(
    byTree(
      (source, options: FreeNames) => unusedMembers(source, scriptMembers(source), NAMES_OF_SCRIPT_MEMBERS, options),
      ['accessibility_modifier', 'private_property_identifier'],
    ),
    good('class Quay {\n  private tide = 1;\n  #berths = 2;\n  count() { return this.tide + this.#berths; }\n}\n'),
    bad('class Quay {\n  private tide = 1;\n  #berths = 2;\n  private moor() { this.moor(); }\n}\n', [
      '2:11-15 tide is private and never used', '3:3-10 #berths is private and never used',
      '4:11-15 moor is private and never used',
    ]),
    bad('class Quay {\n  private tide = 1;\n  moor() { this.tide = 2; }\n}\n', '2:11 tide is private and never read'),
  ),
  'dead/function': by(
    alsoByProject(byTree(uncalledFunctions, FUNCTIONS), unnamedFunctions),
    good('const next = (): number => 1;\nexport { next };\n'),
    bad('import { sail } from "./sail.js";\nsail();\nfunction next(): number { return 1; }\n', '3:10-14 next is never used'),
    good(
      'export class Quay { moor() {} }\n',
      { others: { 'main.ts': "import { Quay } from './example.js';\nnew Quay().moor();\n" } },
    ),
    bad('export class Quay { moor() {} }\n', '1:21 [likely] moor is never used in the project', {
      others: { 'main.ts': "import { Quay } from './example.js';\nnew Quay().sail();\n" },
    }),
  ),
};
