import { accessSync, constants, lstatSync, mkdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { sync as writeFileAtomicSync } from 'write-file-atomic';
import { describeSystemError } from './errors.js';

/** The result of writing a file: null if it was written, else why not. */
export type WriteOutcome = string | null;

/**
 * Writes a source file in one step, keeping its mode, unless it has changed since it was read.
 * @param before the whole text as read, with its byte-order mark.
 */
export function writeSource(file: string, before: string, after: string): WriteOutcome {
  try {
    if (!lstatSync(file).isFile()) return 'it is no plain file any more';
    // The file is replaced by a new one, so only the directory's permissions would count; but a write-protected file should stay as it is.
    accessSync(file, constants.W_OK);
    if (!readFileSync(file).equals(Buffer.from(before, 'utf8'))) return 'it has changed since it was read';
    // The package copies mode and owner, writes next to the file, flushes, and moves the new file into place.
    writeFileAtomicSync(file, after, { encoding: 'utf8' });
    return null;
  } catch (error) {
    if (!(error instanceof Error && 'code' in error)) throw error;
    return describeSystemError(error);
  }
}

/** Writes a new file in one step; missing directories are created. */
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
