import { accessSync, constants, lstatSync, mkdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { sync as writeFileAtomicSync } from 'write-file-atomic';
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
    // A new file takes its place, so its directory alone would decide; who has protected it has meant the file.
    accessSync(file, constants.W_OK);
    if (!readFileSync(file).equals(Buffer.from(before, 'utf8'))) return 'it has changed since it was read';
    // The package takes over mode and owner, writes beside the file, flushes, and moves the new one into its place.
    writeFileAtomicSync(file, after, { encoding: 'utf8' });
    return null;
  } catch (error) {
    if (!(error instanceof Error && 'code' in error)) throw error;
    return describeSystemError(error);
  }
}

/** Writes a file that is not there yet, in one step; directories that are missing are made. */
export function writeNew(file: string, text: string): WriteOutcome {
  try {
    if (lstatSync(file, { throwIfNoEntry: false }) !== undefined) return 'it has come into being meanwhile';
    mkdirSync(path.dirname(file), { recursive: true });
    writeFileAtomicSync(file, text, { encoding: 'utf8' });
    return null;
  } catch (error) {
    if (!(error instanceof Error && 'code' in error)) throw error;
    return describeSystemError(error);
  }
}
