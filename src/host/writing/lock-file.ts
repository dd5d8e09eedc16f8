import { createHash, randomUUID } from 'node:crypto';
import {
  closeSync, existsSync, linkSync, openSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync, writeSync,
} from 'node:fs';
import path from 'node:path';
import { hasCode } from '../files/errors.js';
import { oddKindOf } from '../files/stats.js';
import { mayBeRunning, ownerIn, ownerText, ownIdentity, type LockOwner } from './lock-owner.js';

/** The result of trying to take a lock. `owner` is null if it has just changed hands. */
export type LockAttempt = { readonly release: () => void } | { readonly owner: LockOwner | null };

/**
 * Tries once to take a lock. Its file names the owner from the moment it exists, so an empty or half-written one was left by
 * a crash, and is taken over like that of a process which has ended.
 * @throws the system's error if a lock cannot be created here at all.
 */
export function tryLock(file: string): LockAttempt {
  const own = `${ownerText(ownIdentity())} ${randomUUID()}\n`;
  const attempt = create(file, own) ? null : takeOver(file, own);
  return attempt ?? { release: () => releaseLock(file, own) };
}

/** Removes what runs that were killed while they took a lock have left beside it. Must be called by its holder. */
export function sweepBeside(file: string): void {
  const folder = path.dirname(file);
  for (const name of readdirSync(folder).filter((own) => own.startsWith(`${path.basename(file)}.`))) {
    const beside = path.join(folder, name);
    const owner = ownerIn(contentOf(beside) ?? '');
    if (owner === null || !mayBeRunning(owner)) rmSync(beside, { force: true });
  }
}

/** Creates a complete file in one step. @returns false if it already exists. */
function create(file: string, own: string): boolean {
  const beside = besideFor(file);
  try {
    writeFileSync(beside, own, { flag: 'wx', mode: 0o600 });
    linkSync(beside, file);
    return true;
  } catch (error) {
    // Another run may have taken the new file for a leftover.
    if (hasCode(error, 'EEXIST', 'ENOENT') && existsSync(path.dirname(file))) return false;
    // Some file systems have no links.
    if (hasCode(error, 'EPERM', 'ENOTSUP', 'ENOSYS', 'EOPNOTSUPP')) return createWithoutLink(file, own);
    throw error;
  } finally {
    rmSync(beside, { force: true });
  }
}

/** The name of a lock until it takes its place. */
function besideFor(file: string): string {
  return `${file}.${randomUUID()}`;
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
  if (owner !== null && mayBeRunning(owner)) return { owner };
  const claim = tryLock(`${file}.${createHash('sha256').update(left).digest('hex').slice(0, 12)}`);
  if (!('release' in claim)) return claim;
  try {
    if (contentOf(file) !== left) return { owner: null };
    const beside = besideFor(file);
    writeFileSync(beside, own, { flag: 'wx', mode: 0o600 });
    renameSync(beside, file);
    return null;
  } catch (error) {
    // Another run may have taken the new file for a leftover.
    if (hasCode(error, 'ENOENT')) return { owner: null };
    throw error;
  } finally {
    claim.release();
  }
}

function releaseLock(file: string, own: string): void {
  if (contentOf(file) === own) rmSync(file, { force: true });
}

/** Null if the file no longer exists. @throws an error if it is no file: opening a FIFO would wait for ever. */
function contentOf(file: string): string | null {
  const what = oddKindOf(file);
  if (what !== null) throw Object.assign(new Error(`it is ${what}`), { code: `it is ${what}` });
  try {
    return readFileSync(file, 'utf8');
  } catch (error) {
    if (hasCode(error, 'ENOENT')) return null;
    throw error;
  }
}
