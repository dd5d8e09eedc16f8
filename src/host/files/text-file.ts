import { isUtf8 } from 'node:buffer';
import { closeSync, constants, fstatSync, openSync, readFileSync } from 'node:fs';
import { describeSystemError, hasCode } from './errors.js';

/** The text of a file, or in words why it cannot be read. */
export type TextReading = { readonly text: string } | { readonly failed: string; readonly isMissing: boolean };

/** The largest file of configuration that is read, in bytes: people write them. */
export const LARGEST_TEXT = 4 * 1024 * 1024;

/**
 * Reads a text file of a project as UTF-8. A byte-order mark stays. A FIFO or a device is not read: it could have no end.
 * @param largest in bytes.
 */
export function readTextFile(file: string, largest = LARGEST_TEXT): TextReading {
  try {
    // Without O_NONBLOCK, opening a FIFO waits for a writer (open(2)).
    const descriptor = openSync(file, constants.O_RDONLY | (constants.O_NONBLOCK ?? 0));
    try {
      return readOpen(descriptor, largest);
    } finally {
      closeSync(descriptor);
    }
  } catch (error) {
    return {
      failed: hasCode(error, 'ENXIO') ? SPECIAL : describeSystemError(error), isMissing: hasCode(error, 'ENOENT', 'ENOTDIR'),
    };
  }
}

const SPECIAL = 'it is a special file';

function readOpen(descriptor: number, largest: number): TextReading {
  const fail = (failed: string): TextReading => ({ failed, isMissing: false });
  const stats = fstatSync(descriptor);
  if (stats.isDirectory()) return fail('it is a directory');
  if (!stats.isFile()) return fail(SPECIAL);
  if (stats.size > largest) return fail(`it is too large: more than ${largest / 1024 / 1024} MiB`);
  const bytes = readFileSync(descriptor);
  return isUtf8(bytes) ? { text: bytes.toString('utf8') } : fail('it is not UTF-8');
}
