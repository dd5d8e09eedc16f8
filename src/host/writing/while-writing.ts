import { existsSync } from 'node:fs';
import { describeSystemError, UsageError } from '../files/errors.js';
import { oddKindOf } from '../files/stats.js';
import type { Completion, Watch } from '../files/watch.js';
import { complete } from './complete.js';
import { Journal } from './journal.js';
import { sweepBeside, tryLock, type LockAttempt } from './lock-file.js';
import { existingStateFolder, NotPrivateError, openStateFolder, stateFiles } from './state-folder.js';
import { relativeTo } from '../files/target-path.js';
import { whileStoppable } from './stops.js';
import { Writer } from './writer.js';

/** How long a run waits at most, in milliseconds. After that, nothing is written. */
const LONGEST_WAIT = 60_000;

/** After how long a run says what it is waiting for, in milliseconds. */
const SILENT_WAIT = 1000;

/** How often a run checks whether the other one has ended, in milliseconds. */
const PAUSE = 50;

/**
 * Runs an action that writes files of a project while no other run of Elvar does. First it completes what a run that was
 * killed has left. If this run is stopped by a signal, what follows from the files that it has written is written too.
 * @param watch is notified of these, and once the wait takes over a second.
 * @throws UsageError if another run is writing and this one has waited too long, or if no lock can be created.
 */
export async function whileWriting<Result>(
  root: string, watch: Watch, work: (writer: Writer) => Promise<Result>,
): Promise<Result> {
  const folder = stateFolder();
  const release = await lock(stateFiles(root, folder).lock, watch);
  return whileHolding({ release, folder, root, watch }, work);
}

/**
 * Completes what a run that was killed has left, before anything is planned. If a run is writing at the moment, nothing is left.
 */
export async function completeEarlier(root: string, watch: Watch): Promise<void> {
  const folder = existingStateFolder();
  if (folder === null) return;
  const { lock: file, journal } = stateFiles(root, folder);
  if (!existsSync(journal) && !existsSync(file)) return;
  const attempt = attemptAt(file);
  if ('release' in attempt) await whileHolding({ release: attempt.release, folder, root, watch }, async () => {});
}

/** A lock that is held. */
interface HeldLock {
  readonly release: () => void;
  /** The folder for state that it lies in. */
  readonly folder: string;
  readonly root: string;
  readonly watch: Watch;
}

async function whileHolding<Result>(
  { release, folder, root, watch }: HeldLock, work: (writer: Writer) => Promise<Result>,
): Promise<Result> {
  const journal = Journal.in(folder, root);
  const odd = oddKindOf(journal.file);
  if (odd !== null) {
    release();
    throw new UsageError({ code: 'journal-in-the-way', file: journal.file, kind: odd });
  }
  const writer = new Writer(root, journal);
  try {
    sweepBeside(stateFiles(root, folder).lock);
    tellCompleted(complete(root, journal), watch);
    return await whileStoppable(() => {
      tellCopies(root, writer, watch);
      const { followed, failed } = complete(root, journal);
      release();
      watch.stopped({ written: writer.written, followed, isComplete: failed.length === 0 });
    }, () => work(writer));
  } finally {
    tellCopies(root, writer, watch);
    complete(root, journal);
    release();
  }
}

function tellCopies(root: string, writer: Writer, watch: Watch): void {
  const copies = writer.settle();
  if (copies.length > 0) {
    watch.kept(copies.map(({ file, copy }) => ({ file: relativeTo(root, file), copy: relativeTo(root, copy) })));
  }
}

/** @throws UsageError if files that belong together are still only partly written: nothing else may be written before. */
function tellCompleted(completion: Completion, watch: Watch): void {
  const { written, followed, failed, kept } = completion;
  if (written.length + followed + failed.length + kept.length > 0) watch.completed(completion);
  const pending = failed.find(({ isPending }) => isPending);
  if (pending !== undefined) throw new UsageError({ code: 'earlier-run-pending', file: pending.file, why: pending.why });
}

async function lock(file: string, watch: Watch): Promise<() => void> {
  const began = performance.now();
  let isTold = false;
  for (;;) {
    const attempt = attemptAt(file);
    if ('release' in attempt) return attempt.release;
    const { owner } = attempt;
    const waited = performance.now() - began;
    if (waited > LONGEST_WAIT) {
      throw new UsageError({ code: 'other-run-writes', process: owner?.process ?? null, waited: LONGEST_WAIT, file });
    }
    if (waited > SILENT_WAIT && !isTold) {
      watch.waiting({ process: owner?.process ?? null, file });
      isTold = true;
    }
    await new Promise((resolve) => setTimeout(resolve, PAUSE));
  }
}

/** Without a lock nothing is written: two runs could write the same file. */
function stateFolder(): string {
  try {
    return openStateFolder();
  } catch (error) {
    throw new UsageError(
      {
        code: 'no-state-folder',
        ...(error instanceof NotPrivateError
          ? { folder: error.folder, why: null }
          : { folder: null, why: describeSystemError(error) }),
      },
    );
  }
}

function attemptAt(file: string): LockAttempt {
  try {
    return tryLock(file);
  } catch (error) {
    throw new UsageError({ code: 'no-lock', file, why: describeSystemError(error), isInTheWay: existsSync(file) });
  }
}
