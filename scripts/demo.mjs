// A tour of the demo project: runs the real commands and shows what they print.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { makeYear, STORY_DAY } from './harbour-year.mjs';

const here = path.join(import.meta.dirname, '..');
const harbour = path.join(here, 'demo', 'harbour');
const program = path.join(here, 'dist', 'cli', 'main.cjs');
const strong = process.stdout.isTTY && !process.env.NO_COLOR ? (text) => `\u001b[1m${text}\u001b[22m` : (text) => text;
let failed = false;

function say(...lines) {
  process.stdout.write(`${lines.join('\n')}\n`);
}

function run(...args) {
  runIn(harbour, ...args);
}

function runIn(folder, ...args) {
  say('', strong(`$ elvar ${args.join(' ')}`), '');
  // The demo lies inside Elvar's own repository, so its root has to be named.
  const { status } = spawnSync(process.execPath, [program, ...args, '--root', '.', '--quiet'], { cwd: folder, stdio: 'inherit' });
  if (status !== 0 && status !== 1) failed = true;
}

say(
  strong('Elvar: which rules hold for each source file, who decided that, and what the code violates.'),
  '',
  'demo/harbour is a small project of a made-up harbour office: a berth planner in TypeScript, tide tables in Python,',
  'billing in Java, a form in PHP, a kiosk page, and an old corner that nobody changes. Its rules come in layers: two',
  'presets, elvar.yaml at the root with zones for tests, scripts and prose, and an elvar.yaml in three directories.',
  '',
  strong('1. What does the code violate?'),
  'Rule by rule. Behind each rule stands the line that turned it on, and the way by which that line came here.',
);
run('check');
say(
  '',
  strong('2. Why is that on here?'),
  'A test in services/berths is told not to print, though the zone "tests" in elvar.yaml turns that rule off. Who',
  'turned it on again? The trail holds every statement about the rule, lowest first. The last word wins.',
);
run('explain', 'services/berths/tests/plan.test.ts', 'idiom/debug-print');
say('', 'The team of the berth planner adopted elvar:lean in its own directory, which comes after the root and its zones.');
say('', strong('3. Which rules hold for one file?'));
run('explain', 'services/tides/tides/predict.py');
say('', strong('4. And for a file that does not exist yet, in the old corner that inherits nothing but what is guarded?'));
run('explain', 'legacy/new.js', 'safety/dynamic-code');
say('', strong('5. How many different rule sets are there, and how do they differ?'));
run('resolve');
say('', strong('6. Is everything checked that should be?'));
run('scope');
say(
  '',
  strong('7. What has the team decided about findings that it knows?'),
  'They stand in elvar-ledger.yaml, and check counts only what is new.',
);
run('ledger', 'list');
say(
  '',
  strong('8. And what the compiler of the billing service found?'),
  'Its log is declared in elvar.yaml, so what it found comes under the same levels, zones, waivers and ledger.',
);
run('explain', 'services/billing/src/main/java/harbour/billing/Reminder.java:16');
// The same in a year of commits, in a folder of its own.
const year = mkdtempSync(path.join(tmpdir(), 'elvar-year-'));
try {
  makeYear(path.join(year, 'harbour'));
  say(
    '',
    strong('9. Who turned it off, and when?'),
    'A year of the harbour office, as commits: for the regatta, somebody let the kiosk run whatever text the office sends.',
    'Somebody else put an end to that, and guards it since.',
  );
  runIn(path.join(year, 'harbour'), 'history', 'kiosk/kiosk.js', 'safety/dynamic-code', '--today', STORY_DAY);
  runIn(path.join(year, 'harbour'), 'explain', 'kiosk/kiosk.js', 'safety/dynamic-code', '--who', '--today', STORY_DAY);
  say(
    '',
    strong('10. Will somebody notice when it is turned off again?'),
    'The auditors count on it, so that is written down. A branch for the open day breaks it: here is what its review says.',
  );
  runIn(path.join(year, 'harbour'), 'impact', 'main...open-day', '--today', STORY_DAY);
} finally {
  rmSync(year, { recursive: true, force: true });
}
say(
  '',
  strong('Try next'),
  '  cd demo/harbour',
  '  alias elvar="node ../../dist/cli/main.cjs"',
  '  elvar check kiosk --excused --root .               one directory, with what waivers excuse',
  '  elvar explain kiosk/kiosk.js slips/loose-compare --root .',
  'Then change a level in demo/harbour/elvar.yaml, or misspell a rule there, and run elvar check again.',
);
process.exitCode = failed ? 1 : 0;
