import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { describeSystemError, UsageError } from '../files/errors.js';
import { makeDirectory } from '../files/make-directory.js';
import { realOrNearest } from '../files/real-path.js';
import { statsAt } from '../files/stats.js';
import { replaceFile } from './replace-file.js';

/** Makes sure that a report can be written: its directory is there, and it is none itself. @param file absolute. @throws UsageError if it cannot. */
export function prepareReport(file: string): void {
  if (statsAt(file)?.isDirectory() === true) throw new UsageError(`${file} is a directory\nName a file for the report.`);
  try {
    makeDirectory(path.dirname(file));
  } catch (error) {
    throw new UsageError(`${file} cannot be written: ${describeSystemError(error)}`);
  }
}

/** Writes a report, all of it or nothing. What is no regular file, such as a pipe, gets it as it comes. @throws the system's error. */
export function writeReport(file: string, text: string | Iterable<string>): void {
  const stats = statsAt(file);
  if (stats === undefined || stats.isFile()) replaceFile(realOrNearest(file), text);
  else writeFileSync(file, typeof text === 'string' ? text : [...text].join(''));
}
