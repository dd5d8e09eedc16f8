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
