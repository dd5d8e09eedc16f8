// Takes docs/screenshots/*.png: each main command on the demo, in a real terminal window on a virtual display.
// Needs Debian's packages xvfb, xterm, imagemagick and fonts-dejavu-core, and neovim.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import {
  directoryOf, editorCall, editorText, environment, keptText, makeProjects, ROWS, shellLine, SHOTS, textOf, WATCHED, watchedText,
} from './shots.mjs';

const here = path.join(import.meta.dirname, '..');
const target = path.join(here, 'docs', 'screenshots');
const DISPLAY = ':97';

/** The only picture to take, where one is named. */
const ONLY = process.argv[2];

/** What happens while a picture is taken: a command that stays is ended after a while. */
const MEANWHILE = {
  watch: `cp ${WATCHED.file} ../before
(sleep 6; echo '${WATCHED.line.trimEnd()}' >> ${WATCHED.file}; sleep 3; cat ../before > ${WATCHED.file}) &
timeout -s INT 14 `,
};

/** Ink on paper, with colours that can be read on it. */
const COLORS = {
  1: '#b3261e', 2: '#2d7a35', 3: '#9a5b00', 4: '#2b5fb3', 6: '#0b6c80', 8: '#6b7378', 9: '#b3261e', 12: '#2b5fb3',
};
const LOOK = [
  '-fa', 'DejaVu Sans Mono', '-fs', '9.5', '-bg', '#fbfaf6', '-fg', '#1d2326', '-b', '15',
  ...Object.entries(COLORS).flatMap(([number, color]) => ['-xrm', `XTerm*color${number}: ${color}`]),
];

const folder = mkdtempSync(path.join(tmpdir(), 'elvar-shots-'));
mkdirSync(target, { recursive: true });
makeProjects(folder);
const env = { ...environment(folder), DISPLAY };
for (const name of Object.keys(SHOTS)) {
  if (ONLY !== undefined && name !== ONLY) continue;
  mkdirSync(path.dirname(keptText(name)), { recursive: true });
  writeFileSync(
    keptText(name), name === 'watch' ? await watchedText(folder) : name === 'editor' ? editorText(folder) : textOf(name, folder),
  );
}

const display = spawn('Xvfb', [DISPLAY, '-screen', '0', '1280x797x24'], { stdio: 'ignore' });
try {
  await wait(1500);
  for (const [name, typed] of Object.entries(SHOTS)) {
    if (ONLY !== undefined && name !== ONLY) continue;
    const script = path.join(folder, `${name}.sh`);
    const command = `${MEANWHILE[name] ?? ''}${shellLine(typed, '--color')}`;
    const editor = editorCall(`${script}.done`);
    const steps = name === 'editor'
      ? `${editor.command} ${editor.args.join(' ')}\n`
      : `printf '\\033[1m$ ${typed}\\033[0m\\n\\n'\n{ ${command}; } 2>&1 | head -n ${ROWS - 3}\ntouch ${script}.done\nsleep 60\n`;
    writeFileSync(script, `cd ${directoryOf(name, folder)}\n${steps}`);
    const terminal = spawn(
      'xterm', [...LOOK, '-geometry', `156x${ROWS}+0+0`, '-e', 'sh', script], { env: { ...env, ...editor.env }, stdio: 'ignore' },
    );
    // A busy machine takes its time; then the terminal has to draw.
    for (let waited = 0; waited < 60_000 && !existsSync(`${script}.done`); waited += 100) await wait(100);
    await wait(1500);
    const picture = path.join(target, `${name}.png`);
    spawnSync(
      'import',
      ['-display', DISPLAY, '-window', 'root', '-depth', '8', '-define', 'png:exclude-chunks=date,time', picture],
      { stdio: 'inherit' },
    );
    terminal.kill();
    await wait(300);
  }
} finally {
  display.kill();
  rmSync(folder, { recursive: true, force: true });
}
