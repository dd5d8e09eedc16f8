import { readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { Script } from 'node:vm';
import type * as Program from './start.js';

/** The command line and all that it imports in one file, as the build makes it. */
const FILE = fileURLToPath(new URL('program.cjs', import.meta.url));

/** What V8 makes of that file, as the build found it: with it the program starts in about two thirds of the time. */
export const CACHE = fileURLToPath(new URL('program.cache', import.meta.url));

/** The program, and the script that it comes from. Another V8 than that of the build does not take the cache, and reads the file itself. */
export function loadProgram(): { readonly program: typeof Program; readonly script: Script } {
  // The file has nothing but ASCII in it.
  const script = new Script(readFileSync(FILE, 'latin1'), { filename: FILE, cachedData: readCache() });
  const module = { exports: {} };
  // All that it imports besides Node's own modules is in it.
  const run = script.runInThisContext() as (module: object, exports: object, require: (name: string) => unknown, file: string, folder: string, url: string) => void;
  run(module, module.exports, (name) => process.getBuiltinModule(name), FILE, path.dirname(FILE), import.meta.url);
  return { program: module.exports as typeof Program, script };
}

function readCache(): Buffer | undefined {
  try {
    return readFileSync(CACHE);
  } catch {
    return undefined;
  }
}
