import { existsSync, realpathSync, statSync } from 'node:fs';
import path from 'node:path';

/** The folder of an installed package; null if it is not installed. Searches as Node does, from a directory upwards. */
export function findPackage(name: string, from: string): string | null {
  for (let directory = from; ; directory = path.dirname(directory)) {
    const candidate = path.join(directory, 'node_modules', name);
    if (existsSync(candidate) && statSync(candidate).isDirectory()) return realpathSync(candidate);
    if (path.dirname(directory) === directory) return null;
  }
}

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
