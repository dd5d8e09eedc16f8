import { readlinkSync, realpathSync } from 'node:fs';
import path from 'node:path';

/** The real path of a file; of one that does not exist, the path at which it would be, with the links above it followed. */
export function realOrNearest(file: string): string {
  try {
    return realpathSync(file);
  } catch {
    const above = path.dirname(file);
    return above === file ? file : path.join(realOrNearest(above), path.basename(file));
  }
}

/** The same, also where a link leads to a file that does not exist yet. */
export function realPlace(file: string): string {
  let place = realOrNearest(file);
  // A link that leads somewhere has been followed; links that lead to each other lead nowhere.
  for (let links = 0; links < MOST_LINKS; links += 1) {
    const next = linkAt(place);
    if (next === null) return place;
    place = realOrNearest(path.resolve(path.dirname(place), next));
  }
  return place;
}

/** As many as Linux follows (path_resolution(7)). */
const MOST_LINKS = 40;

function linkAt(file: string): string | null {
  try {
    return readlinkSync(file);
  } catch {
    return null;
  }
}

/** Whether a real path is inside a directory. */
export function liesIn(file: string, directory: string): boolean {
  const relative = path.relative(directory, file);
  return relative !== '..' && !relative.startsWith(`..${path.sep}`) && !path.isAbsolute(relative);
}
