// `elvar check` over about 1,000 files of two published packages, against reading and parsing them.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { compare } from './measure.mjs';
import { installSources } from './sources.mjs';

/** Layer file → how many times the floor it may take. Spelling has a dictionary to load and is measured separately. */
const CASES = {
  'elvar:starter': ['presets: [elvar:starter]', 2],
  'every rule but words/spelling': ['presets: [elvar:everything]\nrulings: { words/spelling: off }', 2],
  'words/spelling alone': ['rulings: { words/spelling: note }', 3],
};

const program = path.join(import.meta.dirname, '..', 'dist', 'cli', 'main.cjs');
const folder = mkdtempSync(path.join(tmpdir(), 'elvar-bench-'));
try {
  const { tree } = installSources(folder);
  const floor = { args: [path.join(import.meta.dirname, 'floor', 'parse.mjs'), tree] };
  // One thread against one thread: the floor has no more.
  const options = { env: { ...process.env, ELVAR_THREADS: '1' } };
  for (const [title, [layer, most]] of Object.entries(CASES)) {
    writeFileSync(path.join(tree, 'elvar.yaml'), layer);
    compare(`check on one thread, ${title}`, floor, { args: [program, 'check', '--no-cache', '--root', tree, tree], options }, { most });
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
