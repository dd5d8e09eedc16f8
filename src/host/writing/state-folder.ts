import { createHash } from 'node:crypto';
import { accessSync, constants, existsSync, lstatSync, mkdirSync } from 'node:fs';
import { tmpdir, userInfo } from 'node:os';
import path from 'node:path';
import { makeDirectory } from '../files/make-directory.js';

/** Where a project's lock and journal lie. */
interface StateFiles {
  readonly lock: string;
  readonly journal: string;
}

/**
 * The files by which runs that write in a project know of each other. They lie outside the project, in a folder that no other
 * user can write to: what the journal says gets written.
 */
export function stateFiles(root: string, folder: string): StateFiles {
  const digest = createHash('sha256').update(`${userId()}\0${root}`).digest('hex').slice(0, 32);
  return { lock: path.join(folder, `${digest}.lock`), journal: path.join(folder, `${digest}.journal`) };
}

/**
 * The folder for state, which is created if need be.
 * @throws the system's error, or one that says that others can write to it.
 */
export function openStateFolder(): string {
  const all = candidates();
  const usable = all.find((folder) => isUsable(folder, makePrivate));
  if (usable !== undefined) return usable;
  const last = all.at(-1) as string;
  // Says why not.
  makePrivate(last);
  return last;
}

/** The folder for state as it is; null if nothing has been written yet. */
export function existingStateFolder(): string | null {
  return candidates().find((folder) => existsSync(folder) && isUsable(folder, checkPrivate)) ?? null;
}

/**
 * The directory for state in the XDG Base Directory Specification, in the home that the system knows: runs of one user have to
 * find each other, whatever HOME says. If it cannot be written to, as in a container without a home, a folder of one's own
 * among the temporary files takes its place.
 */
function candidates(): string[] {
  const given = process.env['XDG_STATE_HOME'];
  const home = homeOfUser();
  const state = given !== undefined && path.isAbsolute(given) ? given : home === null ? null : path.join(home, '.local', 'state');
  return [...(state === null ? [] : [path.join(state, 'elvar')]), path.join(tmpdir(), `elvar-${userId()}`)];
}

/** Null if the system has no entry for the user. */
function homeOfUser(): string | null {
  try {
    return path.isAbsolute(userInfo().homedir) ? userInfo().homedir : null;
  } catch {
    return null;
  }
}

function isUsable(folder: string, look: (folder: string) => void): boolean {
  try {
    look(folder);
    return true;
  } catch {
    return false;
  }
}

/** Creates a folder that only its owner can enter, unless there is one. */
function makePrivate(folder: string): void {
  // Among temporary files, the directory around it is somebody else's.
  if (path.dirname(folder) !== tmpdir()) makeDirectory(folder, 0o700);
  else if (!existsSync(folder)) mkdirSync(folder, { mode: 0o700 });
  checkPrivate(folder);
}

function checkPrivate(folder: string): void {
  accessSync(folder, constants.W_OK | constants.X_OK);
  const stats = lstatSync(folder);
  const owner = process.getuid?.();
  if (!stats.isDirectory() || (owner !== undefined && (stats.uid !== owner || (stats.mode & 0o022) !== 0))) {
    throw new NotPrivateError(folder);
  }
}

/** A folder that others can write to, so that nothing in it can be trusted. */
export class NotPrivateError extends Error {
  constructor(readonly folder: string) {
    super(`${folder} can be written to by others`);
  }
}

function userId(): string {
  return String(process.getuid?.() ?? userInfo().username);
}
