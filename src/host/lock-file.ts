import { createHash, randomUUID } from 'node:crypto';
import { closeSync, linkSync, openSync, readFileSync, renameSync, rmSync, writeFileSync, writeSync } from 'node:fs';
import { hasCode } from './errors.js';

/** Who holds a lock: a process, known by its number and, where the system tells it, by when it began. */
export interface LockOwner {
  readonly process: number;
  /** In clock ticks since the system started, as Linux has it (proc(5), `/proc/[pid]/stat`, field 22); null elsewhere. */
  readonly began: string | null;
}

/** What came of trying to get a lock. `owner` is null where what the file says cannot be understood. */
export type LockAttempt = { readonly release: () => void } | { readonly owner: LockOwner | null };

/**
 * Tries once to get a lock. Its file holds its owner from the moment it exists, so an empty or half-written one is what a
 * crash has left, and is taken over like that of a process which has ended.
 * @throws the system's error when a lock cannot be made here at all.
 */
export function tryLock(file: string): LockAttempt {
  const own = `${process.pid} ${beganOf(process.pid) ?? '-'} ${randomUUID()}\n`;
  const attempt = create(file, own) ? null : takeOver(file, own);
  return attempt ?? { release: () => releaseLock(file, own) };
}

/** Puts a complete file in its place in one step. @returns false when there is one already. */
function create(file: string, own: string): boolean {
  const beside = `${file}.${randomUUID()}`;
  try {
    writeFileSync(beside, own, { flag: 'wx', mode: 0o600 });
    linkSync(beside, file);
    return true;
  } catch (error) {
    if (hasCode(error, 'EEXIST')) return false;
    // Some file systems know no links.
    if (hasCode(error, 'EPERM', 'ENOTSUP', 'ENOSYS', 'EOPNOTSUPP')) return createWithoutLink(file, own);
    throw error;
  } finally {
    rmSync(beside, { force: true });
  }
}

function createWithoutLink(file: string, own: string): boolean {
  try {
    const descriptor = openSync(file, 'wx', 0o600);
    writeSync(descriptor, own);
    closeSync(descriptor);
    return true;
  } catch (error) {
    if (hasCode(error, 'EEXIST')) return false;
    throw error;
  }
}

/**
 * Takes the place of a lock whose owner is no more. Of several runs that want to, only the one does that gets a lock on just this
 * leftover; it looks once more whether the leftover is still there.
 * @returns null when the lock is taken, else who has it.
 */
function takeOver(file: string, own: string): { readonly owner: LockOwner | null } | null {
  const left = contentOf(file);
  if (left === null) return { owner: null };
  const owner = ownerIn(left);
  if (owner !== null && isRunning(owner)) return { owner };
  const claim = tryLock(`${file}.${createHash('sha256').update(left).digest('hex').slice(0, 12)}`);
  if (!('release' in claim)) return claim;
  try {
    if (contentOf(file) !== left) return { owner: null };
    const beside = `${file}.${randomUUID()}`;
    writeFileSync(beside, own, { flag: 'wx', mode: 0o600 });
    renameSync(beside, file);
    return null;
  } finally {
    claim.release();
  }
}

function releaseLock(file: string, own: string): void {
  if (contentOf(file) === own) rmSync(file, { force: true });
}

/** Null when there is no file any more, or it is none that may be read. */
function contentOf(file: string): string | null {
  try {
    return readFileSync(file, 'utf8');
  } catch {
    return null;
  }
}

function ownerIn(content: string): LockOwner | null {
  const [, number, began] = /^(\d+) (\d+|-) /.exec(content) ?? [];
  return number === undefined || began === undefined ? null : { process: Number(number), began: began === '-' ? null : began };
}

function isRunning({ process: number, began }: LockOwner): boolean {
  try {
    process.kill(number, 0);
  } catch (error) {
    // A process of somebody else may not be signalled, and runs all the same.
    if (hasCode(error, 'ESRCH')) return false;
  }
  const now = processState(number);
  // One that has ended and that nobody has asked about yet is no more; and its number may have gone to another process since.
  return now === null || (!now.isOver && (began === null || began === now.began));
}

function beganOf(number: number): string | null {
  return processState(number)?.began ?? null;
}

/** What Linux tells of a process (proc(5), `/proc/[pid]/stat`, fields 3 and 22); null elsewhere, or where there is none. */
function processState(number: number): { readonly isOver: boolean; readonly began: string | null } | null {
  const stat = contentOf(`/proc/${number}/stat`);
  if (stat === null) return null;
  // The second field is the name of the program in brackets, with blanks or brackets of its own.
  const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
  return { isOver: fields[0] === 'Z' || fields[0] === 'X', began: fields[19] ?? null };
}
