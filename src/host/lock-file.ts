import { createHash, randomUUID } from 'node:crypto';
import { closeSync, linkSync, openSync, readFileSync, renameSync, rmSync, writeFileSync, writeSync } from 'node:fs';
import { hasCode } from './errors.js';

/** The holder of a lock: a process, identified by its number and, if the system tells it, its start time. */
export interface LockOwner {
  readonly process: number;
  /** In clock ticks since boot, from Linux (proc(5), `/proc/[pid]/stat`, field 22); null elsewhere. */
  readonly began: string | null;
}

/** The result of trying to take a lock. `owner` is null if the file's content cannot be understood. */
export type LockAttempt = { readonly release: () => void } | { readonly owner: LockOwner | null };

/**
 * Tries once to take a lock. Its file names the owner from the moment it exists, so an empty or half-written one was left by
 * a crash, and is taken over like that of a process which has ended.
 * @throws the system's error if a lock cannot be created here at all.
 */
export function tryLock(file: string): LockAttempt {
  const own = `${process.pid} ${beganOf(process.pid) ?? '-'} ${randomUUID()}\n`;
  const attempt = create(file, own) ? null : takeOver(file, own);
  return attempt ?? { release: () => releaseLock(file, own) };
}

/** Creates a complete file in one step. @returns false if it already exists. */
function create(file: string, own: string): boolean {
  const beside = `${file}.${randomUUID()}`;
  try {
    writeFileSync(beside, own, { flag: 'wx', mode: 0o600 });
    linkSync(beside, file);
    return true;
  } catch (error) {
    if (hasCode(error, 'EEXIST')) return false;
    // Some file systems have no links.
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
 * Replaces a lock whose owner is gone. Of several runs that try, only the one succeeds that gets a lock on this very
 * leftover; it then checks again that the leftover is still there.
 * @returns null if the lock was taken, else its holder.
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

/** Null if the file no longer exists or is not readable. */
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
    // Another user's process cannot be signalled, but is running.
    if (hasCode(error, 'ESRCH')) return false;
  }
  const now = processState(number);
  // A zombie process counts as ended; and its number may belong to another process by now.
  return now === null || (!now.isOver && (began === null || began === now.began));
}

function beganOf(number: number): string | null {
  return processState(number)?.began ?? null;
}

/** What Linux says about a process (proc(5), `/proc/[pid]/stat`, fields 3 and 22); null elsewhere, or if there is none. */
function processState(number: number): { readonly isOver: boolean; readonly began: string | null } | null {
  const stat = contentOf(`/proc/${number}/stat`);
  if (stat === null) return null;
  // The second field is the program's name in parentheses, which may itself contain blanks and parentheses.
  const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
  return { isOver: fields[0] === 'Z' || fields[0] === 'X', began: fields[19] ?? null };
}
