// What a run does, in numbers that are the same on every machine. Whoever changes one on purpose changes it here.
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';

const here = path.join(import.meta.dirname, '..', '..');
const EVERYTHING = 'presets: [elvar:everything]\n';

/** @param {{ threads?: number, cache?: string }} options */
function run(command, root, options = {}) {
  const { threads = 1, cache } = options;
  const { stdout, stderr, status } = spawnSync(
    process.execPath, [path.join(import.meta.dirname, 'count-run.mjs'), command, root, ...(cache === undefined ? [] : [cache])],
    { env: { ...process.env, ELVAR_THREADS: String(threads) }, encoding: 'utf8', maxBuffer: 1 << 28 },
  );
  if (status !== 0) throw new Error(`counting ended with ${status}: ${stderr}`);
  return JSON.parse(stdout);
}

/** Counts. @param folder for what is counted on. @returns what was found of each, and what is expected. */
export async function counted(folder) {
  const demo = path.join(folder, 'demo');
  cpSync(
    path.join(here, 'demo', 'harbour'), demo, { recursive: true, filter: (file) => !path.basename(file).startsWith('elvar') },
  );
  writeFileSync(path.join(demo, 'elvar.yaml'), EVERYTHING);
  const cold = run('check', demo);
  const cache = path.join(folder, 'counted');
  run('check', demo, { cache });
  const warm = run('check', demo, { cache });
  const preview = 'size/*=off';
  run(preview, demo, { cache });
  const again = run(preview, demo, { cache });
  const layers = run('resolve', path.join(here, 'demo', 'harbour'));

  // The same code once and twice: what is scanned from its beginning once for each finding is scanned twice as often.
  const code = readFileSync(path.join(here, 'demo', 'harbour', 'kiosk', 'clock.js'), 'utf8');
  const scans = [60_000, 120_000].map((length) => {
    const root = path.join(folder, `scanned-${length}`);
    mkdirSync(root);
    writeFileSync(path.join(root, 'elvar.yaml'), EVERYTHING);
    writeFileSync(path.join(root, 'clock.js'), code.repeat(Math.ceil(length / code.length)));
    return run('check', root).longScans;
  });

  const many = path.join(folder, 'many');
  mkdirSync(many);
  writeFileSync(path.join(many, 'elvar.yaml'), EVERYTHING);
  for (let number = 0; number < 300; number += 1) writeFileSync(path.join(many, `clock-${number}.js`), code);
  const passed = run('check', many, { threads: 2 });
  return [
    { title: 'parses in a cold check of the demo', found: cold.parses, expected: 51 },
    { title: 'files opened in a cold check of the demo', found: cold.opened.length, expected: 69 },
    { title: 'files opened in a warm check of the demo', found: warm.opened.length, expected: 5 },
    { title: 'files opened in a preview that was seen before', found: again.opened.length, expected: 7 },
    { title: 'layer files read in a resolve of the demo', found: layers.opened.filter(isLayer).length, expected: 4 },
    { title: 'scans of a whole text in a check of one file', found: scans[0], expected: 8 },
    { title: 'the same in a file twice as long', found: scans[1], expected: 8 },
    { title: 'bytes from a thread for 300 files', found: passed.bytes, expected: 436_305 },
  ];
}

function isLayer(own) {
  return path.basename(own) === 'elvar.yaml';
}
