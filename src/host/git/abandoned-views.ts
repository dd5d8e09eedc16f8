import { readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { linkStatsAt } from '../files/stats.js';

/** The prefix of the names of the folders that git is shown instead of a repository. */
export const VIEW_PREFIX = 'elvar-git-';

/** No question to git takes this long, in milliseconds: an older folder was left by a run that was killed. */
const A_DAY = 24 * 60 * 60 * 1000;

let isDone = false;

/**
 * Removes, once in a process, what runs of this user have left behind that were ended while they asked git. What cannot be
 * removed stays.
 */
export function removeAbandonedViews(): void {
  if (isDone) return;
  isDone = true;
  for (const name of readdirSync(tmpdir())) {
    const folder = path.join(tmpdir(), name);
    try {
      if (name.startsWith(VIEW_PREFIX) && isAbandoned(folder)) rmSync(folder, { recursive: true, force: true });
    } catch {
      // It is in nobody's way.
    }
  }
}

function isAbandoned(folder: string): boolean {
  const stats = linkStatsAt(folder);
  if (stats?.isDirectory() !== true || Date.now() - stats.mtimeMs < A_DAY) return false;
  // Where users have numbers, the folder has to be ours.
  return process.getuid === undefined || stats.uid === process.getuid();
}
