// Compares the processor time of whole commands, by turns. Processor time says more than the clock on a machine that others use
// too, and what runs side by side meets the same machine.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

/** How many pairs are run at a time, and how often at most: chance makes a ratio worse more easily than better. */
const PAIRS = 5;
const TRIES = 3;

/** How far above what is asked a ratio may be before it counts as lost. */
export const SLACK = 1.35;

/**
 * What `node ...args` uses.
 * @returns {{ time: number, memory: number }} processor time in milliseconds, and the most memory in MiB.
 * @throws Error when it fails in another way than by finding something.
 */
function usageOf({ args, env = {} }) {
  const folder = mkdtempSync(path.join(tmpdir(), 'elvar-usage-'));
  const file = path.join(folder, 'usage.json');
  try {
    const { status, stderr, error } = spawnSync(
      process.execPath, ['--require', path.join(import.meta.dirname, 'usage.cjs'), ...args],
      { env: { ...process.env, ...env, ELVAR_BENCH_USAGE: file }, stdio: ['ignore', 'ignore', 'pipe'], encoding: 'utf8' },
    );
    if (error) throw error;
    if (status !== 0 && status !== 1) throw new Error(`node ${args.join(' ')} ended with ${status}: ${stderr}`);
    return JSON.parse(readFileSync(file, 'utf8'));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/**
 * Measures a row: how many times the processor time of its floor a command takes, in the best of some pairs.
 * @param threads on how many threads it works; its time is divided by them.
 */
export function measure({ title, floor, command, asked, threads = 1, mostMemory = Infinity }) {
  usageOf(floor);
  usageOf(command);
  let best = null;
  for (let attempt = 0; attempt < TRIES && !holds(best, asked, mostMemory); attempt += 1) {
    for (let pair = 0; pair < PAIRS; pair += 1) {
      const [own, other] = [usageOf(floor), usageOf(command)];
      const ratio = other.time / threads / own.time;
      if (best === null || ratio < best.ratio) best = { ratio, floor: own.time, command: other.time, memory: other.memory };
    }
  }
  return { title, asked, mostMemory, holds: holds(best, asked, mostMemory), ...best };
}

function holds(best, asked, mostMemory) {
  return best !== null && best.ratio <= asked * SLACK && best.memory <= mostMemory * SLACK;
}
