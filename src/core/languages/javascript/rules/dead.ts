import { isModule } from '../exported-names.js';
import { unreadVariables } from '../../../finders/unread-variables.js';
import { alsoByProject, byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import type { FreeNames } from '../../../finders/options.js';
import { unusedMembers } from '../../../finders/private-members.js';
import { uncalledFunctions, unnamedFunctions } from '../../../finders/unused-functions.js';
import { FUNCTIONS } from '../../../syntax/functions.js';
import { NAMES_OF_SCRIPT_MEMBERS, scriptMembers } from '../members.js';
import { unusedImportsInScript } from '../unused-imports.js';

const { as, bad, by, good } = writerFor('javascript');

/** What `dead/*` finds. */
export const DEAD_RULES: LanguageRules = {
  'dead/after-exit': as(
    good('function moor() {\n  return next();\n  function next() { return 1; }\n}\n'),
    bad('function moor() {\n  return 1;\n  sail();\n  wait();\n}\n', '3:3-10 never runs: return above leaves the block'),
    bad(
      'function moor(tide) {\n  switch (tide) { case 1: return 1; default: return 2; }\n  sail();\n}\nfunction wait() {\n'
        + '  while (true) { sail(); }\n  moor();\n}\n',
      ['3:3 never runs: each path above leaves the block', '7:3 never runs: the loop above never ends'],
    ),
    good('function moor(tide) {\n  switch (tide) { case 1: return 1; case 2: return 2; }\n  sail();\n'
      + '  out: while (true) { for (;;) break out; }\n  return 3;\n}\n'),
  ),
  'dead/branch': as(
    good('if (tide) sail(); else if (quay) moor();\nwhile (true) wait();\n'),
    bad(
      'if (false) sail();\nif (a) sail(); else if (b) moor(); else if (a) wait();\n',
      ['1:5-10 this is never true', '2:45-46 the same condition is tested above, so this branch never runs'],
    ),
    bad('if (true || full) sail();\nif (full) { if (full) moor(); }\nif (tide === 1 || "low") wait();\nif (1 > 2) sail();\n', [
      '1:5 this is always true', '2:17 this is always true here: the branch around it tests the same', '3:5 this is always true',
      '4:5 this is never true',
    ]),
    bad(
      'if (full && false) sail();\nif (full || true) moor();\nif (!true) wait();\n',
      ['1:5 this is never true', '2:5 this is always true', '3:5 this is never true'],
    ),
  ),
  'dead/class': as(
    good('class Quay {}\nexport const quay = new Quay();\n'),
    bad("import './tide.js';\nclass Quay { copy() { return new Quay(); } }\n", '2:7-11 Quay is never used in the project'),
  ),
  'dead/file': as(
    good(
      'export const tide = 1;\n',
      {
        file: 'src/tide.js',
        others: {
          'src/main.js': "import { tide } from './tide.js';\n",
          'index.html': '<script type="module" src="src/main.js"></script>\n',
        },
      },
    ),
    bad('export const tide = 1;\n', '1:1-1 nothing in the project loads this file', {
      file: 'src/tide.js', others: { 'src/main.js': "import './quay.js';\n", 'src/quay.js': '' },
    }),
  ),
  'dead/parameter': as(
    good('function moor(_quay, berth) { return berth; }\nboats.map((boat, index) => index);\nboats.forEach((boat) => sail());\n'),
    bad('function moor(quay, berth, tide) { return berth; }\n', '1:28-32 tide is never read'),
    bad('function moor({ tide, berth }) { return berth; }\n', '1:17 tide is never read'),
    good('function moor({ tide, ...rest }) { return rest; }\n'),
  ),
  'dead/variable': by(
    // What a script declares belongs to all scripts of its page.
    unreadVariables({ ownsFile: isModule }),
    good('export const tide = 1;\nconst { low, ...rest } = tides;\nconst _spare = 1;\nsail(rest);\n'),
    bad(
      'export function moor() {\n  const berth = next();\n  let count = 0;\n  count = 1;\n  count += 1;\n}\n',
      ['2:9-14 berth is never used', '3:7-12 count is set but never read'],
    ),
    bad(
      'export function moor() {\n  let count = 0;\n  count = count + 1;\n  class Berth {}\n  const [low, high] = tides();\n'
        + '  return low;\n}\n',
      ['2:7 count is set but never read', '4:9 Berth is never used', '5:15 high is never used'],
    ),
    good('export function moor() {\n  let wait = start();\n  wait = wait.then(sail);\n  const [, high] = tides();\n'
      + '  return high;\n}\n'),
    good("const { Quay, Tide } = require('./quay.js');\n/** @param {Quay} quay */\nmodule.exports = (quay) => new Tide(quay);\n"),
  ),
  'dead/import': by(
    byTree(unusedImportsInScript),
    good("import './setup.js';\nimport sail, { moor as dock } from './quay.js';\nsail(dock);\n"),
    good("import { Tide } from './tide.js';\n/** @param {Tide} tide */\nexport function read(tide) {}\n"),
    bad("import sail, { moor, dock } from './quay.js';\nimport * as pilot from 'pilot';\nlog.moor(dock); // sail\n", [
      '1:8-12 sail is imported and never used', '1:16-20 moor is imported and never used',
      '2:13-18 pilot is imported and never used',
    ], {
      repaired: "import { dock } from './quay.js';\nlog.moor(dock); // sail\n",
    }),
  ),
  'dead/private-member': by(
    byTree(
      (source, options: FreeNames) => unusedMembers(source, scriptMembers(source), NAMES_OF_SCRIPT_MEMBERS, options),
      ['private_property_identifier'],
    ),
    good('class Quay { #tide = 1; low() { return this.#tide; } }\n'),
    bad(
      'class Quay { #tide = 1; #moor() {} }\n',
      ['1:14-19 #tide is private and never used', '1:25-30 #moor is private and never used'],
    ),
  ),
  'dead/function': by(
    alsoByProject(byTree(uncalledFunctions, FUNCTIONS), unnamedFunctions),
    good('export function moor() { return next(); }\nfunction next() { return 1; }\n'),
    bad(
      'export const quay = 1;\nfunction count(n) { return n ? count(n - 1) : 0; }\nconst next = () => 1;\n',
      ['2:10-15 count is never used', '3:7-11 next is never used'],
    ),
    good('export const quay = 1;\nfunction onTide() {}\n', { options: { free: ['on.*'] } }),
    good(
      'function moor() { return 1; }\n',
      { file: 'quay.js', others: { 'index.html': '<script src="quay.js"></script><a onclick="moor()">moor</a>\n' } },
    ),
    bad('function moor() { return 1; }\n', '1:10 [likely] moor is never used in the project', {
      file: 'quay.js', others: { 'index.html': '<script src="quay.js"></script>\n' },
    }),
  ),
};
