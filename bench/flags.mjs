// What each of the flags that Elvar sets for V8 is worth: the program with all but one against the program with all. What is not
// worth its place goes.
import {
  cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, unlinkSync, writeFileSync,
} from 'node:fs';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { compare } from './measure.mjs';

const here = path.join(import.meta.dirname, '..');
const folder = mkdtempSync(path.join(tmpdir(), 'elvar-bench-'));

/** The program without some flags, in a folder of its own. @param flags as the program names them. */
function programWithout(flags, name) {
  const copy = path.join(folder, name);
  mkdirSync(copy);
  for (const part of ['dist', 'presets', 'package.json']) {
    cpSync(path.join(here, part), path.join(copy, part), { recursive: true });
  }
  symlinkSync(path.join(here, 'node_modules'), path.join(copy, 'node_modules'));
  const cli = path.join(copy, 'dist', 'cli');
  const file = path.join(cli, 'program.cjs');
  // Blanks are no flag, and what V8 made of the program is made anew by the first run.
  writeFileSync(file, flags.reduce((text, flag) => {
    if (!text.includes(`"${flag}"`)) throw new Error(`the program does not set ${flag}`);
    return text.replace(`"${flag}"`, `"${' '.repeat(flag.length)}"`);
  }, readFileSync(file, 'utf8')));
  for (const entry of readdirSync(cli).filter((own) => own.endsWith('.cache'))) unlinkSync(path.join(cli, entry));
  const made = { program: path.join(cli, 'main.cjs'), env: { ...process.env, XDG_CACHE_HOME: path.join(copy, 'cache') } };
  // It sets flags only with the code cache of a build beside it.
  spawnSync(process.execPath, [made.program, '--help'], { env: made.env });
  const caches = path.join(copy, 'cache', 'elvar', 'program');
  for (const entry of readdirSync(caches)) cpSync(path.join(caches, entry), path.join(cli, entry));
  return made;
}

const FLAGS = {
  'one compilation of the parsers': ['--no-wasm-dynamic-tiering', '--no-wasm-tier-up'],
  'the first of its two flags': ['--no-wasm-dynamic-tiering'],
  'the second of its two flags': ['--no-wasm-tier-up'],
  'late optimizing': ['--interrupt-budget=600000'],
};

try {
  // Files of many languages, and few of each.
  const demo = path.join(folder, 'demo');
  cpSync(
    path.join(here, 'demo', 'harbour'), demo, { recursive: true, filter: (file) => !path.basename(file).startsWith('elvar') },
  );
  writeFileSync(path.join(demo, 'elvar.yaml'), 'presets: [elvar:everything]\n');
  const run = ({ program, env }, root, threads) => ({
    args: [program, 'check', '--root', root, '--no-personal', '--no-cache', '--top', '1', root],
    options: { env: { ...env, ELVAR_THREADS: threads } },
  });
  const whole = programWithout([], 'whole');
  for (const [title, flags] of Object.entries(FLAGS)) {
    const without = programWithout(flags, title.replaceAll(' ', '-'));
    for (const threads of ['1', '2']) {
      compare(`without ${title}, the demo on ${threads} threads`, run(whole, demo, threads), run(without, demo, threads), {
        rounds: 9, most: Infinity, floorIs: 'with it',
      });
    }
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
