import { createHash } from 'node:crypto';
import { tmpdir, userInfo } from 'node:os';
import path from 'node:path';
import { describeSystemError, UsageError } from './errors.js';
import { tryLock, type LockAttempt, type LockOwner } from './lock-file.js';
import type { Watch } from './watch.js';

/** What a run does if another one is writing in the same project. */
export type WhenBusy = 'wait' | 'refuse';

/** How long a run waits at most, in milliseconds. After that, nothing is written. */
const LONGEST_WAIT = 60_000;

/** After how long a run says what it is waiting for, in milliseconds. */
const SILENT_WAIT = 1000;

/** How often a run checks whether the other one has ended, in milliseconds. */
const PAUSE = 50;

/**
 * Runs an action that writes files of a project while no other run of Elvar does.
 * @param watch is notified once the wait takes over a second.
 * @throws UsageError if another run is writing and this one may not wait or has waited too long, or if no lock can be created.
 */
export async function whileWriting<Result>(root: string, whenBusy: WhenBusy, watch: Watch, work: () => Promise<Result>): Promise<Result> {
  const release = await lock(lockFile(root), whenBusy, watch);
  process.once('exit', release);
  try {
    return await work();
  } finally {
    release();
    process.off('exit', release);
  }
}

/** One file per project and user, outside the project, where it would be in the way. */
export function lockFile(root: string): string {
  const digest = createHash('sha256').update(`${userInfo().uid}\0${root}`).digest('hex').slice(0, 32);
  return path.join(tmpdir(), `elvar-${digest}.lock`);
}

async function lock(file: string, whenBusy: WhenBusy, watch: Watch): Promise<() => void> {
  const began = performance.now();
  let isTold = false;
  for (;;) {
    const attempt = attemptAt(file);
    if ('release' in attempt) return attempt.release;
    const { owner } = attempt;
    if (whenBusy === 'refuse') throw new UsageError(`another run of elvar${processText(owner)} is writing in this project\nTry again when it has ended.`);
    const waited = performance.now() - began;
    if (waited > LONGEST_WAIT) {
      throw new UsageError(`another run of elvar${processText(owner)} has been writing in this project for ${LONGEST_WAIT / 1000} s, so nothing was written\nWait until it has ended. If no such run is left, remove ${file}`);
    }
    if (waited > SILENT_WAIT && !isTold) {
      watch.waiting({ process: owner?.process ?? null, file });
      isTold = true;
    }
    await new Promise((resolve) => setTimeout(resolve, PAUSE));
  }
}

/** Without a lock nothing is written: two runs could write the same file. */
function attemptAt(file: string): LockAttempt {
  try {
    return tryLock(file);
  } catch (error) {
    throw new UsageError(`no lock could be created, so nothing was written: ${file}: ${describeSystemError(error)}\nElvar keeps its lock where temporary files go: TMPDIR names another directory.`);
  }
}

function processText(owner: LockOwner | null): string {
  return owner === null ? '' : ` (process ${owner.process})`;
}
