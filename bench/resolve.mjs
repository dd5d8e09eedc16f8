// `elvar resolve` on 20,000 generated files with 200 layer files, against walking, parsing the YAML and printing.
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { compare } from './measure.mjs';

const FILES = 20_000;
const LAYERS = 200;
const ENDINGS = ['ts', 'js', 'py', 'css', 'java', 'php', 'md', 'test.ts'];
const program = path.join(import.meta.dirname, '..', 'dist', 'cli', 'main.js');
const folder = mkdtempSync(path.join(tmpdir(), 'elvar-bench-'));

/** A layer file with rulings, options and two zones, none like another. */
function layer(number) {
  return `title: Layer ${number}
rulings:
  text/line-width:
    level: ${number % 2 ? 'warning' : 'note'}
    options: { max: ${80 + (number % 60)} }
    because: reason ${number}
  size/*: ${number % 3 ? 'warning' : 'off'}
zones:
  - name: tests
    match: ["*.test.ts", /part-${number % 7}/]
    rulings:
      size/*: off
  - name: scripts
    match: ["*.py"]
    except: ["file-1*.py"]
    rulings:
      idiom/debug-print: off
`;
}

try {
  const perDirectory = FILES / LAYERS / 5;
  let number = 0;
  writeFileSync(path.join(folder, 'elvar.yaml'), `presets: [elvar:starter, elvar:tidy]\n${layer(0)}`);
  for (let top = 0; top < LAYERS; top += 1) {
    const directory = path.join(folder, `service-${top}`);
    mkdirSync(directory);
    if (top > 0) writeFileSync(path.join(directory, 'elvar.yaml'), layer(top));
    for (let part = 0; part < 5; part += 1) {
      mkdirSync(path.join(directory, `part-${part}`));
      for (let index = 0; index < perDirectory; index += 1, number += 1) {
        writeFileSync(path.join(directory, `part-${part}`, `file-${index}.${ENDINGS[number % ENDINGS.length]}`), '');
      }
    }
  }
  console.log(`${number} files, ${LAYERS} layer files`);
  const floor = { args: [path.join(import.meta.dirname, 'floor', 'walk.mjs'), folder] };
  compare('resolve, text', floor, { args: [program, 'resolve', '--root', folder, folder] }, { most: 3 });
  compare('resolve, ndjson', floor, { args: [program, 'resolve', '--root', folder, '--format', 'ndjson', folder] }, { most: 3 });
} finally {
  rmSync(folder, { recursive: true, force: true });
}
