import { randomBytes } from 'node:crypto';
import { closeSync, fchmodSync, fchownSync, fsyncSync, openSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { hasCode } from '../files/errors.js';
import { linkStatsAt } from '../files/stats.js';

/** A name for the new content of a file until it takes the file's place: in the same directory, and known as Elvar's. */
export function temporaryFor(file: string): string {
  return path.join(path.dirname(file), `.elvar-${randomBytes(8).toString('hex')}.tmp`);
}

/** How old a temporary file must be for no run to need it any more, in milliseconds. */
const FORGOTTEN = 60 * 60 * 1000;

/** Removes what runs that were killed have left in a directory that no lock protects. */
export function removeOldTemporaries(directory: string): void {
  for (const name of readdirSync(directory).filter((own) => TEMPORARY.test(own))) {
    const file = path.join(directory, name);
    if (Date.now() - (linkStatsAt(file)?.mtimeMs ?? Infinity) > FORGOTTEN) rmSync(file, { force: true });
  }
}

const TEMPORARY = /^\.elvar-[0-9a-f]{16}\.tmp$/;

/** Whether a name is that of a file that takes another one's place in a moment. */
export function isTemporary(name: string): boolean {
  return TEMPORARY.test(name);
}

/**
 * Writes a file next to the one that it will replace, onto the disk, with the mode and the owner of that one.
 * @throws the system's error; then there is no such file.
 */
export function stage(temporary: string, file: string, text: string | Iterable<string>): void {
  const present = linkStatsAt(file);
  // Until it has the mode of the other file, nobody else may read it.
  const descriptor = openSync(temporary, 'wx', present === undefined ? 0o666 : 0o600);
  try {
    for (const piece of typeof text === 'string' ? [text] : text) writeFileSync(descriptor, piece);
    if (present !== undefined) {
      keepOwner(descriptor, present);
      fchmodSync(descriptor, present.mode & 0o7777);
    }
    fsyncSync(descriptor);
  } catch (error) {
    rmSync(temporary, { force: true });
    throw error;
  } finally {
    closeSync(descriptor);
  }
}

/** Only the superuser may give files away; for all others the new file is their own. */
function keepOwner(descriptor: number, { uid, gid }: { readonly uid: number; readonly gid: number }): void {
  try {
    fchownSync(descriptor, uid, gid);
  } catch (error) {
    if (!hasCode(error, 'EPERM', 'ENOSYS', 'EINVAL')) throw error;
  }
}

/** Puts a staged file in place. @throws the system's error; then the staged file is gone, and the other one as it was. */
function putInPlace(temporary: string, file: string): void {
  try {
    renameSync(temporary, file);
  } catch (error) {
    rmSync(temporary, { force: true });
    throw error;
  }
  syncDirectory(path.dirname(file));
}

/** After a power failure, a file is under its new name only if the directory is on the disk too. */
export function syncDirectory(directory: string): void {
  try {
    const descriptor = openSync(directory, 'r');
    try {
      fsyncSync(descriptor);
    } finally {
      closeSync(descriptor);
    }
  } catch {
    // Some systems cannot do that for directories; the file itself is complete in any case.
  }
}

/** Replaces a file, or creates it, in one step. @throws the system's error; then nothing has changed. */
export function replaceFile(file: string, text: string | Iterable<string>, temporary = temporaryFor(file)): void {
  stage(temporary, file, text);
  putInPlace(temporary, file);
}
