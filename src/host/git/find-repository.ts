import { closeSync, constants, fstatSync, openSync, readFileSync, realpathSync, type Stats } from 'node:fs';
import path from 'node:path';
import { linkStatsAt, statsAt } from '../files/stats.js';
import { isAllowed } from './allowed-directories.js';

/** Where a repository is; nothing in it has been believed yet. All paths are absolute. */
export interface Repository {
  /** The directory with `.git`. */
  readonly workTree: string;
  /** What belongs to this work tree: HEAD and the index. */
  readonly own: string;
  /** What all work trees share: objects, branches and settings (gitrepository-layout(5), "commondir"). */
  readonly common: string;
  /** The directory in question, relative to the work tree, with `/`; empty for the work tree itself. */
  readonly prefix: string;
}

/** A repository, or why there is none to be read. */
type RepositoryFinding = Repository | { readonly failed: string; readonly advice?: string };

/**
 * The repository whose work tree a directory is in, found as git does (git(1), "GIT_DIR") but by `.git` alone: a bare repository
 * has no work tree, and neither the environment nor a repository's own settings can name another place.
 */
export function findRepository(directory: string): RepositoryFinding {
  let start: string;
  try {
    start = realpathSync(directory);
  } catch {
    return { failed: 'the directory is gone' };
  }
  for (let workTree = start; ; workTree = path.dirname(workTree)) {
    const own = gitDirectoryAt(workTree);
    if (own !== null) {
      const found = {
        workTree, own, common: commonDirectoryOf(own), prefix: path.relative(workTree, start).split(path.sep).join('/'),
      };
      return isGitDirectory(found)
        ? allowed(found)
        : { failed: `${path.join(workTree, '.git')} is no repository that can be read` };
    }
    if (path.dirname(workTree) === workTree) return { failed: 'this is not in a git repository' };
  }
}

/** gitrepository-layout(5): `.git` is a directory, or a file that says where it is. Null if there is neither. */
function gitDirectoryAt(workTree: string): string | null {
  const dotGit = path.join(workTree, '.git');
  const stats = statsAt(dotGit);
  if (stats?.isDirectory() === true) return linkStatsAt(path.join(dotGit, 'HEAD')) === undefined ? null : dotGit;
  const named = /^gitdir: (.+)$/.exec(readSmallFile(dotGit)?.trimEnd() ?? '')?.[1];
  return named === undefined ? null : path.resolve(workTree, named);
}

function commonDirectoryOf(own: string): string {
  const named = readSmallFile(path.join(own, 'commondir'))?.trimEnd();
  return named === undefined || named === '' ? own : path.resolve(own, named);
}

function isGitDirectory({ own, common }: Repository): boolean {
  return linkStatsAt(path.join(own, 'HEAD')) !== undefined
    && ['objects', 'refs'].every((name) => statsAt(path.join(common, name))?.isDirectory() === true);
}

/** git-config(1), "safe.directory": a repository of somebody else is read only if the user allows it. */
function allowed(found: Repository): RepositoryFinding {
  const places = [found.workTree, path.join(found.workTree, '.git'), found.own, found.common];
  const stranger = places.map((place) => linkStatsAt(place)).find((stats) => stats !== undefined && !isOwn(stats));
  if (stranger === undefined || isAllowed(found.workTree)) return found;
  return {
    failed: `the repository ${found.workTree} belongs to another user (number ${stranger.uid}), so git is not asked about it`,
    advice: 'If you trust it: git config --global --add safe.directory '
      + (/^[\w./@+-]+$/.test(found.workTree) ? found.workTree : `'${found.workTree.replaceAll("'", String.raw`'\''`)}'`),
  };
}

/** Whoever became root by sudo(8) may read what is their own. */
function isOwn({ uid }: Stats): boolean {
  const user = process.geteuid?.();
  return user === undefined || uid === user || (user === 0 && String(uid) === process.env['SUDO_UID']);
}

/** Files of a repository that hold a line or two, in bytes. */
const SMALL = 64 * 1024;

/** The text of a small regular file of a repository; null if it is none. */
export function readSmallFile(file: string, most = SMALL): string | null {
  return readRegularFile(file, most)?.toString('utf8') ?? null;
}

/**
 * The bytes of a regular file; null if there is none, or it is larger. A FIFO or a device is never waited for.
 * @param most in bytes.
 */
export function readRegularFile(file: string, most: number): Buffer | null {
  try {
    // Without O_NONBLOCK, opening a FIFO waits for a writer (open(2)).
    const descriptor = openSync(file, constants.O_RDONLY | (constants.O_NONBLOCK ?? 0));
    try {
      const stats = fstatSync(descriptor);
      return stats.isFile() && stats.size <= most ? readFileSync(descriptor) : null;
    } finally {
      closeSync(descriptor);
    }
  } catch {
    return null;
  }
}
