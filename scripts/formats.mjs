// Writes the samples in docs/formats.md and the page in docs/demo.html anew: what the program prints for the demo.
// With --check it writes nothing and fails where they are not what the program prints.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';

const here = path.join(import.meta.dirname, '..');
const page = path.join(here, 'docs', 'formats.md');

function run(...args) {
  return spawnSync(process.execPath, [path.join(here, 'dist', 'cli', 'main.cjs'), ...args, '--root', '.', '--no-personal'], { cwd: path.join(here, 'demo', 'harbour'), encoding: 'utf8' }).stdout;
}

function ask(...args) {
  return JSON.parse(run(...args, '--format', 'json'));
}

const finding = ask('check', 'kiosk/kiosk.js').findings[0];
const decision = ask('explain', 'services/tides/tides/predict.py', 'text/line-width').rules['text/line-width'];
// The first and the last statement are enough to see what one looks like.
const shown = { ...decision, trail: ['…', decision.trail.at(-1)] };
const samples = [finding, shown].map((value) => `\`\`\`json\n${JSON.stringify(value, null, 2)}\n\`\`\``);

// The same on whatever day this runs.
const sample = path.join(here, 'docs', 'demo.html');
const demo = run('check', '--today', '2026-11-30', '--format', 'html');

const before = readFileSync(page, 'utf8');
let index = 0;
const after = before.replace(/```json\n.*?\n```/gs, () => samples[index++]);
if (!process.argv.includes('--check')) {
  writeFileSync(page, after);
  writeFileSync(sample, demo);
} else if (after !== before || !existsSync(sample) || readFileSync(sample, 'utf8') !== demo) {
  process.stderr.write('docs/formats.md and docs/demo.html are not what the program prints: npm run formats\n');
  process.exitCode = 1;
}
