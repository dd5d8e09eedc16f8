import { createHash } from 'node:crypto';
import { accessSync, constants, readFileSync } from 'node:fs';
import { describeSystemError } from '../files/errors.js';
import { linkStatsAt } from '../files/stats.js';

/** The digest of a text, as the journal notes it. */
export function digestOf(text: string | Buffer): string {
  return createHash('sha256').update(text).digest('hex');
}

/** The digest of a file as it is now; null if there is none, `other` if it is no plain file or cannot be read. */
export function digestAt(file: string): string | null {
  const stats = linkStatsAt(file);
  if (stats === undefined) return null;
  try {
    return stats.isFile() ? digestOf(readFileSync(file)) : 'other';
  } catch {
    return 'other';
  }
}

/**
 * Why a file should not be written: it is not what was read. Null if it may be.
 * @param before the whole text as read, with its byte-order mark; null if there was no file.
 */
export function hindrance(file: string, before: string | null): string | null {
  try {
    const stats = linkStatsAt(file);
    if (before === null) return stats === undefined ? null : 'it has come into being meanwhile';
    if (stats === undefined) return 'it is gone';
    if (!stats.isFile()) return 'it is no plain file any more';
    // The file is replaced by a new one, so only the directory's permissions would count; but a write-protected file should stay as it is.
    accessSync(file, constants.W_OK);
    return readFileSync(file).equals(Buffer.from(before, 'utf8')) ? null : 'it has changed since it was read';
  } catch (error) {
    if (!(error instanceof Error && 'code' in error)) throw error;
    return describeSystemError(error);
  }
}
