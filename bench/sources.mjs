// Real sources to measure with: those of published packages.
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readdirSync } from 'node:fs';
import path from 'node:path';

/** Packages that ship their sources, and where these are in them. */
const PACKAGES = [['three@0.180.0', 'three/src', 'three'], ['rxjs@7.8.2', 'rxjs/src', 'rxjs']];

/** Puts the sources, about 1,000 files, into a folder. */
export function installSources(folder) {
  const tree = path.join(folder, 'tree');
  mkdirSync(tree);
  spawnSync(
    'npm',
    ['install', '--ignore-scripts', '--no-audit', '--no-fund', '--prefix', folder, ...PACKAGES.map(([name]) => name)],
    { stdio: 'ignore' },
  );
  for (const [, source, target] of PACKAGES) {
    cpSync(path.join(folder, 'node_modules', source), path.join(tree, target), { recursive: true });
  }
  const files = readdirSync(tree, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile()).length;
  console.log(`${files} files of ${PACKAGES.map(([name]) => name).join(' and ')}`);
  return { tree };
}
