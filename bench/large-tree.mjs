// `elvar resolve` and `explain` on 100,000 files with 2,000 layer files and 300 zones: against the floor, against a tree
// a tenth as large, and the memory it takes.
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { generateTree } from './generate-tree.mjs';
import { compare } from './measure.mjs';

const program = path.join(import.meta.dirname, '..', 'dist', 'cli', 'main.cjs');
const folder = mkdtempSync(path.join(tmpdir(), 'elvar-bench-'));
const tree = (name, size) => {
  const directory = path.join(folder, name);
  mkdirSync(directory);
  console.log(`${name}: ${generateTree(directory, size)} files, ${size.layers} layer files, ${size.zones} zones`);
  return directory;
};

try {
  const large = tree('large', { files: 100_000, layers: 2000, zones: 300 });
  const tenth = tree('tenth', { files: 10_000, layers: 200, zones: 300 });
  const small = tree('small', { files: 100, layers: 10, zones: 300 });
  const resolve = (root) => ({ args: [program, 'resolve', '--no-personal', '--root', root, '--format', 'ndjson', root] });
  const explain = (root) => ({
    args: [program, 'explain', '--no-personal', '--root', root, path.join(root, 'service-0', 'part-0', 'file-0.ts')],
  });
  compare('resolve, 100,000 files', { args: [path.join(import.meta.dirname, 'floor', 'walk.mjs'), large] }, resolve(large), {
    most: 1.8, rounds: 5,
  });
  compare('resolve, 100,000 files against 10,000', resolve(tenth), resolve(large), { most: 12, rounds: 5 });
  compare('explain, in 100,000 files against 100', explain(small), explain(large), { most: 1.3 });

  const hook = path.join(folder, 'peak.mjs');
  writeFileSync(hook, "process.on('exit', () => process.stderr.write(`${process.resourceUsage().maxRSS}`));");
  const check = { args: [program, 'check', '--no-personal', '--root', large, large] };
  for (const [title, { args }] of Object.entries({ resolve: resolve(large), check })) {
    const { stderr } = spawnSync(process.execPath, ['--import', hook, ...args], {
      encoding: 'utf8', maxBuffer: 1 << 30, env: { ...process.env, ELVAR_CACHE: path.join(folder, 'cache') },
    });
    const megabytes = Math.round(Number(/\d+$/.exec(stderr)?.[0]) / 1024);
    console.log(`${title}, peak memory: ${megabytes} MB (at most 600 asked)`);
    if (!(megabytes <= 600)) process.exitCode = 1;
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
