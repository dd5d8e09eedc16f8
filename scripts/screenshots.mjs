// Takes docs/screenshots/*.png: each main command on the demo, in a real terminal window on a virtual display.
// Needs Debian's packages xvfb, xterm, imagemagick and fonts-dejavu-core, and neovim.
import { spawn, spawnSync } from 'node:child_process';
import { appendFileSync, existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { makeYear } from './harbour-year.mjs';

const here = path.join(import.meta.dirname, '..');
const program = path.join(here, 'dist', 'cli', 'main.cjs');
const target = path.join(here, 'docs', 'screenshots');
const DISPLAY = ':97';
const ROWS = 45;

/** The only picture to take, where one is named. */
const ONLY = process.argv[2];

/** Name of the picture → what is typed. */
const SHOTS = {
  check: 'elvar check',
  watch: "elvar check --watch --rule 'slips/*' --top 1",
  fix: 'elvar fix --dry-run | tail -n 42',
  waive: 'elvar waive kiosk/kiosk.js:13 --because "the port sends no draught as an empty text" --dry-run',
  ledger: 'elvar ledger list',
  // Two files are edited after the check, and one is new.
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

/** What happens while a picture is taken: a command that stays is ended after a while. */
const MEANWHILE = {
  watch: `(sleep 5; echo 'if (tide == high) moor();' >> kiosk/kiosk.js; sleep 2; sed -i 's/tide == high/tide === high/' kiosk/kiosk.js) &\ntimeout -s INT 11 `,
};

/** What a person would type in a program that fills the terminal: it is ended after a while. */
const FULL_SCREEN = { editor: `ELVAR_SHOWN="${process.execPath} ${program} editor --stdio" nvim -i NONE -u ${path.join(here, 'scripts', 'editor-shot.lua')}` };

/** Ink on paper, with colours that can be read on it. */
const COLORS = { 1: '#b3261e', 2: '#2d7a35', 3: '#9a5b00', 4: '#2b5fb3', 6: '#0b6c80', 8: '#6b7378', 9: '#b3261e' };
const LOOK = [
  '-fa', 'DejaVu Sans Mono', '-fs', '9.5', '-bg', '#fbfaf6', '-fg', '#1d2326', '-b', '15',
  ...Object.entries(COLORS).flatMap(([number, color]) => ['-xrm', `XTerm*color${number}: ${color}`]),
];

const folder = mkdtempSync(path.join(tmpdir(), 'elvar-shots-'));
mkdirSync(target, { recursive: true });
spawnSync('cp', ['-r', path.join(here, 'demo', 'harbour'), path.join(folder, 'harbour')]);
makeYear(path.join(folder, 'year'));
// A project that has no rules yet.
spawnSync('cp', ['-r', path.join(here, 'demo', 'harbour'), path.join(folder, 'bare')]);
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

const env = { ...process.env, DISPLAY, ELVAR_CACHE: path.join(folder, 'cache') };
const harbour = path.join(folder, 'harbour');
spawnSync(process.execPath, [program, 'check'], { cwd: harbour, env });
for (const name of ['kiosk/clock.js', 'services/tides/tides/tables.py']) appendFileSync(path.join(harbour, name), '\n');
writeFileSync(path.join(harbour, 'services', 'tides', 'tides', 'moon.py'), 'PHASES = 8\n');

const display = spawn('Xvfb', [DISPLAY, '-screen', '0', '1280x797x24'], { stdio: 'ignore' });
try {
  await wait(1500);
  for (const [name, typed] of Object.entries(SHOTS)) {
    if (ONLY !== undefined && name !== ONLY) continue;
    const script = path.join(folder, `${name}.sh`);
    const command = `${MEANWHILE[name] ?? ''}${typed.replace(/(?<=elvar .*); (?=elvar )/g, '; echo; ').replace(/(?<=^|; )elvar (\S+)/g, `${process.execPath} ${program} $1 --color`)}`;
    const fullScreen = FULL_SCREEN[name];
    const steps = fullScreen === undefined
      ? `printf '\\033[1m$ ${typed}\\033[0m\\n\\n'\n{ ${command}; } 2>&1 | head -n ${ROWS - 3}\ntouch ${script}.done\nsleep 60\n`
      : `(sleep 8; touch ${script}.done) &\n${fullScreen}\n`;
    writeFileSync(script, `cd ${folder}/harbour\n${steps}`);
    const terminal = spawn('xterm', [...LOOK, '-geometry', `156x${ROWS}+0+0`, '-e', 'sh', script], { env, stdio: 'ignore' });
    // A busy machine takes its time; then the terminal has to draw.
    for (let waited = 0; waited < 60_000 && !existsSync(`${script}.done`); waited += 100) await wait(100);
    await wait(1500);
    const picture = path.join(target, `${name}.png`);
    spawnSync('import', ['-display', DISPLAY, '-window', 'root', '-depth', '8', '-define', 'png:exclude-chunks=date,time', picture], { stdio: 'inherit' });
    terminal.kill();
    await wait(300);
  }
} finally {
  display.kill();
  rmSync(folder, { recursive: true, force: true });
}
