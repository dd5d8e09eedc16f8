// Real sources to measure with: those of published packages.
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readdirSync } from 'node:fs';
import path from 'node:path';

/** Packages that ship their sources, and where these are in them. */
const PACKAGES = [['three@0.180.0', 'three/src', 'three'], ['rxjs@7.8.2', 'rxjs/src', 'rxjs']];

/** More of them: some 300 larger files. */
const EXAMPLES = ['three@0.180.0', 'three/examples/jsm', 'jsm'];

/** Puts the sources, about 1,000 files, into a folder. @param more whether to take the larger files too: 12 MB in all. */
export function installSources(folder, more = false) {
  const packages = more ? [...PACKAGES, EXAMPLES] : PACKAGES;
  const tree = path.join(folder, 'tree');
  mkdirSync(tree);
  spawnSync(
    'npm',
    ['install', '--ignore-scripts', '--no-audit', '--no-fund', '--prefix', folder, ...new Set(packages.map(([name]) => name))],
    { stdio: 'ignore' },
  );
  for (const [, source, target] of packages) {
    // What is compressed is no code that anybody would have checked.
    const isOwn = (file) => path.basename(file) !== 'libs';
    cpSync(path.join(folder, 'node_modules', source), path.join(tree, target), { recursive: true, filter: isOwn });
  }
  const files = readdirSync(tree, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile()).length;
  console.log(`${files} files of ${[...new Set(packages.map(([name]) => name))].join(' and ')}`);
  return { tree };
}
