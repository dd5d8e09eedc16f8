import { realpathSync } from 'node:fs';
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

/** Whether a real path is inside a directory. */
export function liesIn(file: string, directory: string): boolean {
  const relative = path.relative(directory, file);
  return relative !== '..' && !relative.startsWith(`..${path.sep}`) && !path.isAbsolute(relative);
}
