// What the pictures in docs/screenshots show: the projects, what is typed there, and the text that comes of it.
import { spawnSync } from 'node:child_process';
import { appendFileSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { makeYear } from './harbour-year.mjs';

const here = path.join(import.meta.dirname, '..');
const program = path.join(here, 'dist', 'cli', 'main.cjs');

/** The lines of a terminal window of 1280 by 797 pixels. */
export const ROWS = 45;

/** Name of the picture → what is typed. */
export const SHOTS = {
  check: 'elvar check',
  watch: "elvar check --watch --rule 'slips/*' --top 1",
  fix: 'elvar fix --dry-run | tail -n 42',
  waive: 'elvar waive kiosk/kiosk.js:13 --because "the port sends no draught as an empty text" --dry-run',
  ledger: 'elvar ledger list',
  status: 'elvar status',
  impact: "elvar impact --set 'slips/*=error'",
  // Both in a year of commits.
  history: 'cd ../year; elvar history kiosk/kiosk.js safety/dynamic-code; elvar explain kiosk/kiosk.js safety/dynamic-code --who',
  expect: 'cd ../year; elvar impact main...open-day',
  doctor: 'elvar doctor',
  init: 'elvar init --yes --root ../bare',
  catalog: 'elvar catalog --language css',
  resolve: 'elvar resolve',
  'explain-rule': 'elvar explain services/berths/tests/plan.test.ts idiom/debug-print',
  compare: 'elvar compare kiosk/kiosk.js services/berths/src/plan.ts',
  presets: 'elvar presets ./style/harbour.yaml',
  scope: 'elvar scope',
  editor: 'nvim',
  mistakes: 'elvar check --root ../mistakes',
};

/** Projects other than the demo as it is. */
const PROJECTS = { status: 'edited', doctor: 'committed' };

/** These show what goes on, or a program that fills the screen: there is no text to keep of them. */
export const WITHOUT_TEXT = ['watch', 'editor'];

/** Makes the projects below a folder. */
export function makeProjects(folder) {
  const copyTo = (name) => spawnSync('cp', ['-r', path.join(here, 'demo', 'harbour'), path.join(folder, name)]);
  for (const name of ['harbour', 'edited', 'committed', 'bare']) copyTo(name);
  makeYear(path.join(folder, 'year'));
  // A project that has no rules yet.
  for (const name of ['elvar.yaml', 'elvar-ledger.yaml', '.elvarignore', 'style', 'legacy', 'services/berths/elvar.yaml', 'services/tides/elvar.yaml']) rmSync(path.join(folder, 'bare', name), { recursive: true, force: true });
  mkdirSync(path.join(folder, 'mistakes', 'services'), { recursive: true });
  writeFileSync(path.join(folder, 'mistakes', 'elvar.yaml'), `title: Saltmarsh Harbour
presets:
  - elvar:startr
rulings:
  idiom/debug-prnt: warning
  text/line-width: { level: fatal, options: { max: wide } }
scope:
  ignore:
    - *.log
`);
  writeFileSync(path.join(folder, 'mistakes', 'services', 'elvar.yaml'), 'inherits: false\n');
  // Git tracks some files that patterns exclude.
  const committed = path.join(folder, 'committed');
  spawnSync('git', ['init', '-q', committed]);
  spawnSync('git', ['-C', committed, 'add', '-A', '-f']);
  // Two files are edited after the check, and one is new.
  const edited = path.join(folder, 'edited');
  spawnSync(process.execPath, [program, 'check', '--today', DAY], { cwd: edited, env: environment(folder) });
  for (const name of ['kiosk/clock.js', 'services/tides/tides/tables.py']) appendFileSync(path.join(edited, name), '\n');
  writeFileSync(path.join(edited, 'services', 'tides', 'tides', 'moon.py'), 'PHASES = 8\n');
}

/** What runs see: nobody's own settings, and a memory of their own. */
export function environment(folder) {
  return { ...process.env, HOME: folder, XDG_CONFIG_HOME: folder, ELVAR_CACHE: path.join(folder, 'cache') };
}

/** Where a command is run. */
export function directoryOf(name, folder) {
  return path.join(folder, PROJECTS[name] ?? 'harbour');
}

/** The day that decides what has expired: what is excused in the demo would not stay so for ever. */
const DAY = '2026-11-30';

/** What a shell is given for what is typed. @param options for each run of the program. */
export function shellLine(typed, options) {
  return typed.replace(/(?<=elvar .*); (?=elvar )/g, '; echo; ').replace(/(?<=^|; )elvar (\S+)/g, `${process.execPath} ${program} $1 ${options} --today ${DAY}`);
}

/** The text that a picture shows; days, times and commits, which are others each time, are left out. */
export function textOf(name, folder) {
  const script = path.join(folder, `${name}-text.sh`);
  writeFileSync(script, `{ ${shellLine(SHOTS[name], '--no-color')}; } 2>&1 | head -n ${ROWS - 3}\n`);
  const { stdout } = spawnSync('sh', [script], { cwd: directoryOf(name, folder), env: environment(folder), encoding: 'utf8' });
  return stdout.replaceAll(folder, 'FOLDER').replace(/\b20\d\d-\d\d-\d\d(?: \d\d:\d\d)?/g, 'DAY').replace(/\b[0-9a-f]{10}\b/g, 'COMMIT');
}

/** Where that text is kept. */
export function keptText(name) {
  return path.join(import.meta.dirname, 'shots', `${name}.txt`);
}

/** The text that was shown when the picture was taken. */
export function shownText(name) {
  return readFileSync(keptText(name), 'utf8');
}
