// What the pictures in docs/screenshots show: the projects, what is typed there, and the text that comes of it.
import { spawn, spawnSync } from 'node:child_process';
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
const PROJECTS = { status: 'edited', doctor: 'committed', watch: 'watched' };

/** These show what goes on, or a program that fills the screen: their texts come about in other ways. */
export const LIVE = ['watch', 'editor'];

/** Makes the projects below a folder. */
export function makeProjects(folder) {
  const copyTo = (name) => spawnSync('cp', ['-r', path.join(here, 'demo', 'harbour'), path.join(folder, name)]);
  for (const name of ['harbour', 'edited', 'committed', 'bare', 'watched']) copyTo(name);
  makeYear(path.join(folder, 'year'));
  // A project that has no rules yet.
  for (const name of [
    'elvar.yaml', 'elvar-ledger.yaml', '.elvarignore', 'style', 'legacy', 'services/berths/elvar.yaml',
    'services/tides/elvar.yaml',
  ]) {
    rmSync(path.join(folder, 'bare', name), { recursive: true, force: true });
  }
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
  return typed.replace(/(?<=elvar .*); (?=elvar )/g, '; echo; ').replace(
    /(?<=^|; )elvar (\S+)/g, `${process.execPath} ${program} $1 ${options} --today ${DAY}`,
  );
}

/** The text that a picture shows; days, times and commits, which are others each time, are left out. */
export function textOf(name, folder) {
  const script = path.join(folder, `${name}-text.sh`);
  writeFileSync(script, `{ ${shellLine(SHOTS[name], '--no-color')}; } 2>&1 | head -n ${ROWS - 3}\n`);
  const { stdout } = spawnSync('sh', [script], { cwd: directoryOf(name, folder), env: environment(folder), encoding: 'utf8' });
  return withoutChance(stdout, folder);
}

function withoutChance(text, folder) {
  return text.replaceAll(folder, 'FOLDER')
    .replace(/\b20\d\d-\d\d-\d\d(?: \d\d:\d\d)?/g, 'DAY')
    .replace(/\b[0-9a-f]{10}\b/g, 'COMMIT')
    .replace(/^\d\d:\d\d:\d\d/gm, 'TIME');
}

/** What goes on while a check watches: the line that is written into a file, and taken out again. */
export const WATCHED = { file: 'kiosk/kiosk.js', line: 'if (tide == high) moor();\n' };

/**
 * The text of a check that watches, while a file is changed twice.
 * @returns a promise: it is told when the check has told of each change
 */
export async function watchedText(folder) {
  const directory = directoryOf('watch', folder);
  const file = path.join(directory, WATCHED.file);
  const before = readFileSync(file, 'utf8');
  const script = path.join(folder, 'watch-text.sh');
  writeFileSync(script, `exec ${shellLine(SHOTS.watch, '--no-color')} 2>&1\n`);
  const child = spawn(
    'sh', [script], { cwd: directory, env: environment(folder), stdio: ['ignore', 'pipe', 'inherit'], timeout: 50_000 },
  );
  let text = '';
  const next = [['Waiting for changes', before + WATCHED.line], ['1 new, 0 gone', before], ['0 new, 1 gone', null]];
  child.stdout.setEncoding('utf8');
  for await (const chunk of child.stdout) {
    text += chunk;
    while (next.length > 0 && text.includes(next[0][0]) && text.endsWith('.\n')) {
      const [, content] = next.shift();
      if (content === null) child.kill('SIGINT');
      else writeFileSync(file, content);
    }
  }
  return withoutChance(text, folder);
}

/** How the editor is started that shows Elvar. @param drawn where the text of its screen is written in the end */
export function editorCall(drawn) {
  const env = { ELVAR_DRAWN: drawn, ELVAR_SHOWN: `${process.execPath} ${program} editor --stdio` };
  return { command: 'nvim', args: ['-i', 'NONE', '-n', '-u', path.join(here, 'scripts', 'editor-shot.lua')], env };
}

/** The text of the editor's screen, without a terminal. */
export function editorText(folder) {
  const drawn = path.join(folder, 'editor-text.drawn');
  const { command, args, env } = editorCall(drawn);
  const options = {
    cwd: directoryOf('editor', folder), env: { ...environment(folder), ...env, ELVAR_LEAVES: 'yes' }, timeout: 150_000,
  };
  spawnSync(command, ['--headless', '--cmd', `set columns=156 lines=${ROWS}`, ...args], options);
  return withoutChance(readFileSync(drawn, 'utf8'), folder);
}

/** Where that text is kept. */
export function keptText(name) {
  return path.join(import.meta.dirname, 'shots', `${name}.txt`);
}

/** The text that was shown when the picture was taken. */
export function shownText(name) {
  return readFileSync(keptText(name), 'utf8');
}
