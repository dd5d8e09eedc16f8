import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { hasCode } from './errors.js';

/**
 * Creates a directory, and those above it that are missing. Node's own recursive way never ends where the system says that a
 * directory in which nothing can be created is missing, as below `/proc`.
 * @throws the system's error.
 */
export function makeDirectory(directory: string, mode?: number): void {
  const above = path.dirname(directory);
  if (!makeOne(directory, mode)) {
    if (above === directory) return;
    makeDirectory(above, mode);
    if (!makeOne(directory, mode)) throw Object.assign(new Error(`${directory} cannot be created`), { code: 'EACCES' });
  }
}

/** @returns false if the directory above it is missing. */
function makeOne(directory: string, mode: number | undefined): boolean {
  try {
    mkdirSync(directory, { mode });
    return true;
  } catch (error) {
    if (hasCode(error, 'ENOENT')) return false;
    if (hasCode(error, 'EEXIST')) return true;
    throw error;
  }
}
