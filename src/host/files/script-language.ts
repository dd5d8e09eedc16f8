import { closeSync, constants, fstatSync, openSync, readSync } from 'node:fs';
import type { LanguageId } from '../../core/base/language.js';
import { INTERPRETER_WINDOW, languageOfScript } from '../../core/scope/interpreter.js';

/** The language of a file by its first line; null if that names no interpreter or cannot be read. */
export function scriptLanguage(file: string): LanguageId | null {
  let descriptor: number;
  try {
    descriptor = openSync(file, constants.O_RDONLY | constants.O_NONBLOCK | constants.O_NOFOLLOW);
  } catch {
    return null;
  }
  try {
    if (!fstatSync(descriptor).isFile()) return null;
    const start = Buffer.alloc(INTERPRETER_WINDOW);
    return languageOfScript(start.toString('utf8', 0, readSync(descriptor, start, 0, INTERPRETER_WINDOW, 0)));
  } catch {
    return null;
  } finally {
    closeSync(descriptor);
  }
}
