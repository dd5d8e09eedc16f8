import { accessSync, constants, writeFileSync } from 'node:fs';
import path from 'node:path';
import { describeSystemError, UsageError } from '../files/errors.js';
import { makeDirectory } from '../files/make-directory.js';
import { realOrNearest } from '../files/real-path.js';
import { linkStatsAt, statsAt } from '../files/stats.js';
import { replaceFile } from './replace-file.js';

/**
 * Looks whether a report can be written, as far as that can be told before.
 * @param file absolute.
 * @throws UsageError if it cannot.
 */
export function needPlaceForReport(file: string): void {
  if (statsAt(file)?.isDirectory() === true) throw new UsageError({ code: 'report-is-directory', file });
  let above = path.dirname(file);
  while (linkStatsAt(above) === undefined && path.dirname(above) !== above) above = path.dirname(above);
  try {
    if (statsAt(above)?.isDirectory() !== true) {
      throw new UsageError({ code: 'report-unwritable', file, why: `${above} is not a directory` });
    }
    accessSync(above, constants.W_OK | constants.X_OK);
  } catch (error) {
    throw error instanceof UsageError
      ? error
      : new UsageError({ code: 'report-unwritable', file, why: describeSystemError(error) });
  }
}

/**
 * Writes a report, all of it or nothing. What is no regular file, such as a pipe, gets it as it comes.
 * @throws the system's error.
 */
export function writeReport(file: string, text: string | Iterable<string>): void {
  makeDirectory(path.dirname(file));
  const stats = statsAt(file);
  if (stats === undefined || stats.isFile()) replaceFile(realOrNearest(file), text);
  else writeFileSync(file, typeof text === 'string' ? text : [...text].join(''));
}
