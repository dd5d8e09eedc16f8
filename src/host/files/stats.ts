import { lstatSync, statSync, type Stats } from 'node:fs';
import { hasCode } from './errors.js';

/** What is at a path, following links; undefined if there is nothing, or a file is in the way. */
export function statsAt(file: string): Stats | undefined {
  return orNothing(() => statSync(file, { throwIfNoEntry: false }));
}

/** The same, without following links. */
export function linkStatsAt(file: string): Stats | undefined {
  return orNothing(() => lstatSync(file, { throwIfNoEntry: false }));
}

function orNothing(look: () => Stats | undefined): Stats | undefined {
  try {
    return look();
  } catch (error) {
    // A step of the path is a file, or its links form a circle.
    if (hasCode(error, 'ENOTDIR', 'ELOOP', 'ENAMETOOLONG')) return undefined;
    throw error;
  }
}

/**
 * What is at a path where a regular file belongs, in words: a directory, a link and so on; null for a regular file, or nothing.
 * Links are not followed.
 */
export function oddKindOf(file: string): string | null {
  const stats = linkStatsAt(file);
  if (stats === undefined || stats.isFile()) return null;
  return stats.isDirectory() ? 'a directory' : stats.isSymbolicLink() ? 'a link' : 'a special file';
}
