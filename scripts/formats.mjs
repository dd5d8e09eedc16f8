// Writes the samples in docs/formats.md anew: what the program prints for the demo.
// With --check it writes nothing and fails where the page is not what the program prints.
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';

const here = path.join(import.meta.dirname, '..');
const page = path.join(here, 'docs', 'formats.md');

function ask(...args) {
  const { stdout } = spawnSync(process.execPath, [path.join(here, 'dist', 'cli', 'main.cjs'), ...args, '--root', '.', '--no-personal', '--format', 'json'], { cwd: path.join(here, 'demo', 'harbour'), encoding: 'utf8' });
  return JSON.parse(stdout);
}

const finding = ask('check', 'kiosk/kiosk.js').findings[0];
const decision = ask('explain', 'services/tides/tides/predict.py', 'text/line-width').rules['text/line-width'];
// The first and the last statement are enough to see what one looks like.
const shown = { ...decision, trail: ['…', decision.trail.at(-1)] };
const samples = [finding, shown].map((value) => `\`\`\`json\n${JSON.stringify(value, null, 2)}\n\`\`\``);

const before = readFileSync(page, 'utf8');
let index = 0;
const after = before.replace(/```json\n.*?\n```/gs, () => samples[index++]);
if (!process.argv.includes('--check')) writeFileSync(page, after);
else if (after !== before) {
  process.stderr.write('docs/formats.md is not what the program prints: npm run formats\n');
  process.exitCode = 1;
}
