// What each of the flags that Elvar sets for V8 is worth: the program with all but one against the program with all. What is not worth
// its place goes.
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, unlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { installSources } from './sources.mjs';
import { compare } from './measure.mjs';

const here = path.join(import.meta.dirname, '..');
const folder = mkdtempSync(path.join(tmpdir(), 'elvar-bench-'));

/** The program without some flags, in a folder of its own. @param flags as the program names them. */
function programWithout(flags, name) {
  const copy = path.join(folder, name);
  mkdirSync(copy);
  for (const part of ['dist', 'presets', 'package.json']) cpSync(path.join(here, part), path.join(copy, part), { recursive: true });
  symlinkSync(path.join(here, 'node_modules'), path.join(copy, 'node_modules'));
  const cli = path.join(copy, 'dist', 'cli');
  const file = path.join(cli, 'program.cjs');
  // Blanks are no flag, and what V8 made of the program is made anew by the first run.
  writeFileSync(file, flags.reduce((text, flag) => {
    if (!text.includes(`"${flag}"`)) throw new Error(`the program does not set ${flag}`);
    return text.replace(`"${flag}"`, `"${' '.repeat(flag.length)}"`);
  }, readFileSync(file, 'utf8')));
  for (const entry of readdirSync(cli).filter((own) => own.endsWith('.cache'))) unlinkSync(path.join(cli, entry));
  return { program: path.join(cli, 'main.cjs'), env: { ...process.env, XDG_CACHE_HOME: path.join(copy, 'cache') } };
}

const FLAGS = {
  'the size of the young generation': ['--semi-space-growth-factor=16'],
  'less inlining': ['--max-inlined-bytecode-size=100', '--max-inlined-bytecode-size-cumulative=200'],
  'no second compilation of the parsers in short runs': ['--no-wasm-dynamic-tiering', '--no-wasm-tier-up'],
};

try {
  const { tree, small } = installSources(folder);
  for (const root of [tree, small]) writeFileSync(path.join(root, 'elvar.yaml'), 'presets: [elvar:everything]\nrulings: { words/spelling: off }\n');
  const run = ({ program, env }, root, threads) => ({ args: [program, 'check', '--root', root, '--no-personal', '--top', '1', root], options: { env: { ...env, ELVAR_THREADS: threads } } });
  const whole = programWithout([], 'whole');
  for (const [title, flags] of Object.entries(FLAGS)) {
    const without = programWithout(flags, title.replaceAll(' ', '-'));
    for (const [size, root, threads] of [['about 1,000 files, two threads', tree, '2'], ['about 1,000 files, one thread', tree, '1'], ['40 files', small, '1']]) {
      compare(`without ${title}, ${size}`, run(whole, root, threads), run(without, root, threads), { rounds: 7, most: Infinity, floorIs: 'with it' });
    }
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
