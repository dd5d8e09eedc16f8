// Makes ready for a build: what has no source any more goes, and where something is missing, all is compiled anew.
import { existsSync, readdirSync, rmSync } from 'node:fs';
import path from 'node:path';

const root = path.join(import.meta.dirname, '..');
const dist = path.join(root, 'dist');
/** What the compiler knows of its last run, as tsconfig.json names it. */
const lastRun = path.join(root, 'node_modules', '.cache', 'elvar', 'compiled.json');

const modules = readdirSync(path.join(root, 'src'), { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts'))
  .map((file) => file.slice(0, -'.ts'.length));
const compiled = modules.flatMap((module) => [`${module}.js`, `${module}.d.ts`]);
const isWhole = existsSync(lastRun) && compiled.every((file) => existsSync(path.join(dist, file)));

if (isWhole) {
  const kept = new Set(compiled);
  for (const file of readdirSync(dist, { recursive: true, withFileTypes: true })) {
    const own = path.relative(dist, path.join(file.parentPath, file.name));
    if (!file.isDirectory() && !kept.has(own)) rmSync(path.join(dist, own));
  }
} else {
  rmSync(dist, { recursive: true, force: true });
  rmSync(lastRun, { force: true });
}
