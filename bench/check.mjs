// `elvar check` over about 1,000 files of two published packages, against reading and parsing them.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { compare } from './measure.mjs';
import { installSources } from './sources.mjs';

/**
 * Layer file → how many times the floor it may take on one thread, and on two.
 * @type {Record<string, [layer: string, onOne: number, onTwo: number]>}
 */
const CASES = {
  'elvar:starter': ['presets: [elvar:starter]', 1.6, 0.9],
  'every rule but words/spelling': ['presets: [elvar:everything]\nrulings: { words/spelling: off }', 1.6, 0.9],
  'words/spelling alone': ['rulings: { words/spelling: note }', 3, 3],
};

const program = path.join(import.meta.dirname, '..', 'dist', 'cli', 'main.cjs');
const folder = mkdtempSync(path.join(tmpdir(), 'elvar-bench-'));
try {
  const { tree } = installSources(folder);
  const floor = { args: [path.join(import.meta.dirname, 'floor', 'parse.mjs'), tree] };
  const check = (threads, ...more) => ({
    args: [program, 'check', '--no-cache', '--root', tree, ...more, tree],
    options: { env: { ...process.env, ELVAR_THREADS: String(threads) } },
  });
  for (const [title, [layer, onOne, onTwo]] of Object.entries(CASES)) {
    writeFileSync(path.join(tree, 'elvar.yaml'), layer);
    // The floor has one thread.
    compare(`check on one thread, ${title}`, floor, check(1), { most: onOne });
    compare(`check on two threads, ${title}`, floor, check(2), { most: onTwo });
  }
  writeFileSync(path.join(tree, 'elvar.yaml'), 'presets: [elvar:everything]\n');
  compare('100,000 findings as JSON, on two threads', check(1, '--format', 'json'), check(2, '--format', 'json'), {
    most: 0.7, floorIs: 'one thread',
  });
  compare(
    '100,000 findings as SARIF', check(2, '--format', 'json'), check(2, '--format', 'sarif'), { most: 1.3, floorIs: 'as JSON' },
  );
} finally {
  rmSync(folder, { recursive: true, force: true });
}
