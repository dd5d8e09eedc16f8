// What is remembered between runs: `elvar check` of about 1,000 files of which none has changed, and of which one has.
import { appendFileSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { compare } from './measure.mjs';
import { installSources } from './sources.mjs';

const program = path.join(import.meta.dirname, '..', 'dist', 'cli', 'main.cjs');
const folder = mkdtempSync(path.join(tmpdir(), 'elvar-bench-'));
try {
  const { tree } = installSources(folder);
  writeFileSync(path.join(tree, 'elvar.yaml'), 'presets: [elvar:everything]\n');
  const options = { env: { ...process.env, ELVAR_CACHE: path.join(folder, 'cache') } };
  const run = (...args) => ({ args: [program, ...args, '--root', tree, '--no-personal'], options });
  const warm = run('check');
  compare('check, nothing changed, every rule', run('resolve'), warm, { most: 1.5, floorIs: 'resolve' });
  const changed = path.join(tree, 'rxjs', 'index.ts');
  compare('check, one file changed', warm, { ...warm, before: (round) => appendFileSync(changed, `// ${round}\n`) }, {
    most: 1.2, floorIs: 'nothing changed',
  });
  compare(
    'check, everything looked at', warm, run('check', '--no-cache'), { rounds: 3, most: Infinity, floorIs: 'nothing changed' },
  );
} finally {
  rmSync(folder, { recursive: true, force: true });
}
