import { createHash } from 'node:crypto';
import { closeSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import { tmpdir, userInfo } from 'node:os';
import path from 'node:path';
import { hasCode, UsageError } from './errors.js';

/** What a run does when another one is writing in the same project. */
export type WhenBusy = 'wait' | 'refuse';

/** How long a run waits at most, in milliseconds; every file is compared before it is written in any case. */
const LONGEST_WAIT = 60_000;

/** How often it is looked whether the other run has ended, in milliseconds. */
const PAUSE = 50;

/**
 * Does something that writes files of a project while no other run of Elvar does so.
 * @throws UsageError when another one does, and this one is not to wait.
 */
export async function whileWriting<Result>(root: string, whenBusy: WhenBusy, work: () => Promise<Result>): Promise<Result> {
  const release = await lock(lockFile(root), whenBusy);
  process.once('exit', release);
  try {
    return await work();
  } finally {
    release();
    process.off('exit', release);
  }
}

/** One file a project and user, outside of the project: nothing of it should turn up there. */
function lockFile(root: string): string {
  const digest = createHash('sha256').update(`${userInfo().uid}\0${root}`).digest('hex').slice(0, 32);
  return path.join(tmpdir(), `elvar-${digest}.lock`);
}

async function lock(file: string, whenBusy: WhenBusy): Promise<() => void> {
  for (let waited = 0; waited < LONGEST_WAIT; waited += PAUSE) {
    const outcome = tryLock(file);
    if (outcome === 'locked') return () => rmSync(file, { force: true });
    if (outcome === 'impossible') break;
    if (isAbandoned(file)) {
      rmSync(file, { force: true });
      continue;
    }
    if (whenBusy === 'refuse') throw new UsageError('another run of elvar is writing in this project\nTry again when it is done.');
    await new Promise((resolve) => setTimeout(resolve, PAUSE));
  }
  return () => undefined;
}

function tryLock(file: string): 'locked' | 'busy' | 'impossible' {
  try {
    const descriptor = openSync(file, 'wx', 0o600);
    writeSync(descriptor, String(process.pid));
    closeSync(descriptor);
    return 'locked';
  } catch (error) {
    // Where no lock can be written there is none; the comparison before each write still guards the files.
    return hasCode(error, 'EEXIST') ? 'busy' : 'impossible';
  }
}

/** Whether the run that holds a lock is no more. */
function isAbandoned(file: string): boolean {
  try {
    const owner = Number(readFileSync(file, 'utf8'));
    // Between its creation and its first byte a lock is empty.
    if (!Number.isInteger(owner) || owner <= 0) return false;
    process.kill(owner, 0);
    return false;
  } catch (error) {
    return hasCode(error, 'ESRCH');
  }
}
