import { existsSync, realpathSync } from 'node:fs';
import path from 'node:path';
import { UsageError } from './errors.js';
import { statsAt } from './stats.js';
import { LAYER_FILE } from './own-files.js';

/**
 * The project root: the given one, else the nearest directory at or above `start` with `.git`, else the topmost one
 * with a layer file, else `start` itself. Always a real, absolute path.
 * @throws UsageError if the given root is not a directory.
 */
export function findProjectRoot(start: string, given: string | undefined): string {
  if (given !== undefined) {
    const root = path.resolve(start, given);
    if (!statsAt(root)?.isDirectory()) throw new UsageError({ code: 'no-root', root: given });
    return realpathSync(root);
  }
  const ancestors = ancestorsOf(realpathSync(start));
  return ancestors.find((directory) => existsSync(path.join(directory, '.git')))
    ?? ancestors.findLast((directory) => existsSync(path.join(directory, LAYER_FILE)))
    ?? realpathSync(start);
}

/** The git work tree that contains a root; null if there is none or the root has its own. */
export function workTreeAround(root: string): string | null {
  const around = ancestorsOf(root).find((directory) => existsSync(path.join(directory, '.git')));
  return around === undefined || around === root ? null : around;
}

/** A directory and its ancestors, nearest first. */
function ancestorsOf(directory: string): string[] {
  const parent = path.dirname(directory);
  return parent === directory ? [directory] : [directory, ...ancestorsOf(parent)];
}
