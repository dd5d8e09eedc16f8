import path from 'node:path';
import { UsageError } from '../files/errors.js';
import { liesIn, realPlace } from '../files/real-path.js';
import { linkStatsAt } from '../files/stats.js';
import { trackedFiles } from '../git/git.js';

/**
 * Looks whether a report would take the place of what Elvar reads as its own, of something of git's, or of a file that git
 * tracks.
 * @param question how it was asked for. @param root the project's. @throws UsageError if it would.
 */
export function needFreePlace(file: string, question: string, root: string): void {
  const place = realPlace(file);
  const by = place.split(path.sep).includes('.git') ? 'git-directory' : linkStatsAt(place)?.isFile() !== true ? null
    : isOwnFile(place) ? 'own-file' : isTracked(root, place) ? 'tracked-file' : null;
  if (by !== null) throw new UsageError({ code: 'place-taken', question, by });
}

/** Layer files and presets are YAML, which no report is. */
function isOwnFile(file: string): boolean {
  return /\.ya?ml$/i.test(file) || /^\.(?:git|elvar)ignore$/.test(path.basename(file));
}

function isTracked(root: string, file: string): boolean {
  return liesIn(file, root) && trackedFiles(root)?.has(path.relative(root, file).split(path.sep).join('/')) === true;
}
