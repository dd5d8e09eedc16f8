// Whether Elvar is as fast as it is asked to be: processor time against the floors, and counts that do not depend on the machine.
// `--write` puts the figures into docs/speed.md; `--rows TEXT` takes the rows whose titles have the text.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { counted } from './guard/counts.mjs';
import { measure, SLACK } from './guard/pairs.mjs';
import { rows } from './guard/rows.mjs';
import { writePage } from './guard/page.mjs';

const wanted = process.argv.includes('--rows') ? process.argv[process.argv.indexOf('--rows') + 1] : '';
const folder = mkdtempSync(path.join(tmpdir(), 'elvar-guard-'));
try {
  const counts = await counted(folder);
  for (const { title, found, expected } of counts) {
    console.log(`${title}: ${found}${found === expected ? '' : `, but ${expected} is expected`}`);
    if (found !== expected) process.exitCode = 1;
  }
  const measured = [];
  for (const row of rows(folder)) {
    if (!row.title.includes(wanted)) continue;
    const result = measure(row);
    measured.push(result);
    const { title, ratio, asked, floor, command, memory, mostMemory, holds } = result;
    const ofMemory = mostMemory === Infinity ? '' : ` of ${mostMemory}`;
    console.log(`${title}: ${ratio.toFixed(2)} of ${asked}, ${Math.round(command)} ms against ${Math.round(floor)} ms, `
      + `${Math.round(memory)}${ofMemory} MiB${holds ? '' : `: more than ${SLACK} times what is asked`}`);
    if (!holds) process.exitCode = 1;
  }
  if (process.argv.includes('--write')) writePage(measured, counts);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
