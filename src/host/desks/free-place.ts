import path from 'node:path';
import { UsageError } from '../files/errors.js';
import { liesIn, realPlace } from '../files/real-path.js';
import { linkStatsAt } from '../files/stats.js';
import { trackedFiles } from '../git/git.js';

/**
 * Looks whether a report would take the place of what Elvar reads as its own, of something of git's, or of a file that git tracks.
 * @param question how it was asked for. @param root the project's. @throws UsageError if it would.
 */
export function needFreePlace(file: string, question: string, root: string): void {
  const place = realPlace(file);
  const why = place.split(path.sep).includes('.git') ? 'is in a directory of git’s' : linkStatsAt(place)?.isFile() !== true ? null
    : isOwnFile(place) ? 'is one that Elvar reads itself' : isTracked(root, place) ? 'is one that git tracks' : null;
  if (why !== null) throw new UsageError(`${question}: this file ${why}\nName another one; --overwrite replaces it all the same.`);
}

/** Layer files and presets are YAML, which no report is. */
function isOwnFile(file: string): boolean {
  return /\.ya?ml$/i.test(file) || /^\.(?:git|elvar)ignore$/.test(path.basename(file));
}

function isTracked(root: string, file: string): boolean {
  return liesIn(file, root) && trackedFiles(root)?.has(path.relative(root, file).split(path.sep).join('/')) === true;
}
