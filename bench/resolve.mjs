// `elvar resolve` on 20,000 generated files with 200 layer files, against walking, parsing the YAML and printing.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { generateTree } from './generate-tree.mjs';
import { compare } from './measure.mjs';

const LAYERS = 200;
const program = path.join(import.meta.dirname, '..', 'dist', 'cli', 'main.cjs');
const folder = mkdtempSync(path.join(tmpdir(), 'elvar-bench-'));

try {
  console.log(`${generateTree(folder, { files: 20_000, layers: LAYERS, zones: 2 })} files, ${LAYERS} layer files`);
  const floor = { args: [path.join(import.meta.dirname, 'floor', 'walk.mjs'), folder] };
  compare('resolve, text', floor, { args: [program, 'resolve', '--root', folder, folder] }, { most: 3 });
  compare('resolve, ndjson', floor, { args: [program, 'resolve', '--root', folder, '--format', 'ndjson', folder] }, { most: 3 });
} finally {
  rmSync(folder, { recursive: true, force: true });
}
