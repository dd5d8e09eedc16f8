import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
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
