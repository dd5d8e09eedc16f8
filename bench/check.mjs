// `elvar check` over about 1,000 files of two published packages, against reading and parsing them.
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { compare } from './measure.mjs';

/** Packages that ship their sources, and where these are in them. */
const PACKAGES = [['three@0.180.0', 'three/src', 'three'], ['rxjs@7.8.2', 'rxjs/src', 'rxjs']];

/** Layer file → how many times the floor it may take. Spelling has a dictionary to load and is measured separately. */
const CASES = {
  'elvar:starter': ['presets: [elvar:starter]', 2],
  'every rule but words/spelling': ['presets: [elvar:everything]\nrulings: { words/spelling: off }', 2],
  'words/spelling alone': ['rulings: { words/spelling: note }', 3],
};

const program = path.join(import.meta.dirname, '..', 'dist', 'cli', 'main.cjs');
const folder = mkdtempSync(path.join(tmpdir(), 'elvar-bench-'));
try {
  const tree = path.join(folder, 'tree');
  mkdirSync(tree);
  spawnSync('npm', ['install', '--ignore-scripts', '--no-audit', '--no-fund', '--prefix', folder, ...PACKAGES.map(([name]) => name)], { stdio: 'ignore' });
  for (const [, source, target] of PACKAGES) cpSync(path.join(folder, 'node_modules', source), path.join(tree, target), { recursive: true });
  const files = readdirSync(tree, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile()).length;
  console.log(`${files} files of ${PACKAGES.map(([name]) => name).join(' and ')}`);
  const floor = { args: [path.join(import.meta.dirname, 'floor', 'parse.mjs'), tree] };
  // One thread against one thread: the floor has no more.
  const options = { env: { ...process.env, ELVAR_THREADS: '1' } };
  for (const [title, [layer, most]] of Object.entries(CASES)) {
    writeFileSync(path.join(tree, 'elvar.yaml'), layer);
    compare(`check on one thread, ${title}`, floor, { args: [program, 'check', '--root', tree, tree], options }, { most });
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
