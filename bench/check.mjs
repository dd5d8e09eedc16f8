// `elvar check` with every rule on, over about 1,000 files of two published packages, against reading and parsing them.
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { compare } from './measure.mjs';

/** Packages that ship their sources, and where these are in them. */
const PACKAGES = [['three@0.180.0', 'three/src', 'three'], ['rxjs@7.8.2', 'rxjs/src', 'rxjs']];

const LAYERS = {
  'elvar:starter': 'presets: [elvar:starter]',
  'every rule, indentation as in these packages': 'presets: [elvar:everything]\nrulings: { text/indent: { options: { with: tabs } } }',
  'every rule, 114,000 findings': 'presets: [elvar:everything]',
};

const program = path.join(import.meta.dirname, '..', 'dist', 'cli', 'main.js');
const folder = mkdtempSync(path.join(tmpdir(), 'elvar-bench-'));
try {
  const tree = path.join(folder, 'tree');
  mkdirSync(tree);
  spawnSync('npm', ['install', '--ignore-scripts', '--no-audit', '--no-fund', '--prefix', folder, ...PACKAGES.map(([name]) => name)], { stdio: 'ignore' });
  for (const [, source, target] of PACKAGES) cpSync(path.join(folder, 'node_modules', source), path.join(tree, target), { recursive: true });
  const files = readdirSync(tree, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile()).length;
  console.log(`${files} files of ${PACKAGES.map(([name]) => name).join(' and ')}`);
  const floor = { args: [path.join(import.meta.dirname, 'floor', 'parse.mjs'), tree] };
  for (const [title, layer] of Object.entries(LAYERS)) {
    writeFileSync(path.join(tree, 'elvar.yaml'), layer);
    compare(`check, ${title}`, floor, { args: [program, 'check', '--root', tree, tree] }, { most: title.endsWith('findings') ? 3 : 2 });
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
