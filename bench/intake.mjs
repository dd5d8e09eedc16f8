// A log of 100,000 results: how long a check takes that takes it in, and how much memory. The files are small, so that the log is
// what counts.
import { mkdirSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import path from 'node:path';

const program = path.join(import.meta.dirname, '..', 'dist', 'cli', 'main.cjs');
const folder = mkdtempSync(path.join(tmpdir(), 'elvar-bench-'));
const [FILES, RESULTS, LINES, ROUNDS] = [1_000, 100_000, 120, 5];

/** As compilers write it: a rule, a text and a place for each result, with what two of them say besides. */
function sarif() {
  const results = Array.from({ length: RESULTS }, (_, number) => {
    const place = {
      artifactLocation: { uri: `src/part-${number % FILES}.c`, uriBaseId: 'SRC', index: number % FILES },
      region: { startLine: number % LINES + 1, startColumn: number % 20 + 1, endColumn: number % 20 + 5 },
    };
    return {
      ruleId: `-Wberth-${number % 40}`,
      ruleIndex: number % 40,
      level: number % 9 === 0 ? 'error' : 'warning',
      message: { text: `unused variable 'quay${number}' in a function that nobody calls` },
      locations: [{ physicalLocation: place }],
      ...(number % 5 === 0 && { relatedLocations: [{ message: { text: 'declared here' }, physicalLocation: place }] }),
    };
  });
  const rules = Array.from({ length: 40 }, (_, number) => ({
    id: `-Wberth-${number}`, shortDescription: { text: `Rule ${number}` }, defaultConfiguration: { level: 'warning' },
  }));
  return JSON.stringify(
    {
      version: '2.1.0',
      runs: [{
        tool: { driver: { name: 'compiler', rules } },
        originalUriBaseIds: { SRC: { uri: '' } },
        columnKind: 'utf16CodeUnits',
        results,
      }],
    },
  );
}

function lines() {
  return Array.from({ length: RESULTS }, (_, number) => `src/part-${number % FILES}.c:${number % LINES + 1}:`
    + `${number % 20 + 1}: warning: unused variable ‘quay${number}’ [-Wberth-${number % 40}]\n`).join('');
}

/** Seconds and megabytes of one run. */
function measure(...args) {
  const start = process.hrtime.bigint();
  const { status, stderr } = spawnSync(process.execPath, ['--import', TELLS_PEAK, program, ...args], {
    cwd: folder, encoding: 'utf8', stdio: ['ignore', 'ignore', 'pipe'],
  });
  if (status !== 0 && status !== 1) throw new Error(stderr);
  return { seconds: Number(process.hrtime.bigint() - start) / 1e9, megabytes: Number(/peak (\d+)/.exec(stderr)[1]) / 1024 };
}
const TELLS_PEAK =
  'data:text/javascript,'
    + encodeURIComponent("process.on('exit', () => process.stderr.write('peak ' + process.resourceUsage().maxRSS));");

const median = (numbers) => numbers.toSorted((a, b) => a - b)[Math.floor(numbers.length / 2)];
try {
  mkdirSync(path.join(folder, 'src'));
  mkdirSync(path.join(folder, '.git'));
  for (let file = 0; file < FILES; file += 1) writeFileSync(
    path.join(folder, 'src', `part-${file}.c`),
    Array.from({ length: LINES }, (_, line) => `int quay${line} = ${line}; /* berth */\n`).join(''),
  );
  writeFileSync(path.join(folder, 'elvar.yaml'), 'rulings: {}\n');
  for (const [name, text] of [['compiler.sarif', sarif()], ['compiler.log', lines()]]) {
    writeFileSync(path.join(folder, name), text);
    const runs = Array.from({ length: ROUNDS }, () =>
      measure('check', '--no-personal', '--no-cache', '--intake', `compiler=${name}`));
    const without = Array.from({ length: ROUNDS }, () => measure('check', '--no-personal', '--no-cache'));
    const [seconds, bare] = [median(runs.map((run) => run.seconds)), median(without.map((run) => run.seconds))];
    const megabytes = Math.max(...runs.map((run) => run.megabytes));
    console.log(`${name}, ${RESULTS.toLocaleString('en')} results, `
      + `${(statSync(path.join(folder, name)).size / 1e6).toFixed(1)} MB: ${(seconds - bare).toFixed(2)} s more than without `
      + `it (at most 3 asked; ${seconds.toFixed(2)} s in all), ${Math.round(megabytes)} MB at most (500 asked)`);
    if (seconds - bare > 3 || megabytes > 500) process.exitCode = 1;
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
