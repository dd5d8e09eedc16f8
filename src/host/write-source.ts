import { lstatSync, readFileSync } from 'node:fs';
import writeFileAtomic from 'write-file-atomic';
import { describeSystemError } from './errors.js';

/** What became of writing a file: null when it is written, else why it was left as it is. */
export type WriteOutcome = string | null;

/**
 * Writes a source file in one step, with its mode kept, unless it has changed since it was read.
 * @param before the whole text as it was read, with its byte-order mark.
 */
export function writeSource(file: string, before: string, after: string): WriteOutcome {
  try {
    if (!lstatSync(file).isFile()) return 'it is no plain file any more';
    if (!readFileSync(file).equals(Buffer.from(before, 'utf8'))) return 'it has changed since it was read';
    // The package takes over mode and owner, writes beside the file, flushes, and moves the new one into its place.
    writeFileAtomic.sync(file, after, { encoding: 'utf8' });
    return null;
  } catch (error) {
    if (!(error instanceof Error && 'code' in error)) throw error;
    return describeSystemError(error);
  }
}
