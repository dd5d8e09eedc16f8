// Writes the samples in docs/formats.md and the page in docs/demo.html anew: what the program prints for the demo.
// With --check it writes nothing and fails where they are not what the program prints.
import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

const here = path.join(import.meta.dirname, '..');
const page = path.join(here, 'docs', 'formats.md');

function run(...args) {
  return runIn(path.join(here, 'demo', 'harbour'), ...args);
}

function runIn(folder, ...args) {
  return spawnSync(
    process.execPath,
    [path.join(here, 'dist', 'cli', 'main.cjs'), ...args, '--root', '.', '--no-personal'],
    { cwd: folder, encoding: 'utf8' },
  ).stdout;
}

function ask(...args) {
  return JSON.parse(run(...args, '--format', 'json'));
}

const finding = ask('check', 'kiosk/kiosk.js').findings[0];
const decision = ask('explain', 'services/tides/tides/predict.py', 'text/line-width').rules['text/line-width'];
// The first and the last statement are enough to see what one looks like.
const shown = { ...decision, trail: ['…', decision.trail.at(-1)] };
const samples = [finding, shown].map((value) => `\`\`\`json\n${JSON.stringify(value, null, 2)}\n\`\`\``);

const sample = path.join(here, 'docs', 'demo.html');
const demo = pageOf(path.join(here, 'demo', 'harbour'));

/** The page of a copy with a history of its own, so that waivers have an age wherever this runs. */
function pageOf(harbour) {
  const copy = path.join(mkdtempSync(path.join(tmpdir(), 'elvar-page-')), 'harbour');
  try {
    cpSync(harbour, copy, { recursive: true });
    const git = (...args) => spawnSync(
      'git',
      ['-C', copy, '-c', 'user.name=Harbour', '-c', 'user.email=office@harbour.example', '-c', 'commit.gpgsign=false', ...args],
      {
        stdio: 'ignore',
        env: { ...process.env, GIT_AUTHOR_DATE: '2026-10-05T12:00:00Z', GIT_COMMITTER_DATE: '2026-10-05T12:00:00Z' },
      },
    );
    git('init', '-q', '-b', 'main');
    git('add', '-f', '.');
    git('commit', '-q', '-m', 'Take over the programs of the harbour office');
    // The same on whatever day this runs.
    return runIn(copy, 'check', '--today', '2026-11-30', '--format', 'html');
  } finally {
    rmSync(path.dirname(copy), { recursive: true, force: true });
  }
}

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
