import { readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { Script } from 'node:vm';
import { cacheFolder } from '../host/files/cache-folder.js';
import { makeDirectory } from '../host/files/make-directory.js';
import type * as Program from './start.js';
import { quickDigest } from '../host/files/quick-digest.js';

/** The bundle that the build makes: the command line and all that it imports. */
const FILE = fileURLToPath(new URL('program.cjs', import.meta.url));

/** The loaded program. */
interface LoadedProgram {
  readonly program: typeof Program;
  readonly script: Script;
  /** The name of this program's code cache for this V8. */
  readonly cacheName: string;
  /** Which code cache V8 accepted: the build's, beside the program, or one of the user's; null for none. */
  readonly cachedBy: 'build' | 'user' | null;
}

/**
 * Loads the program. With V8's code cache it starts in about two thirds of the time. V8 itself compares only the length
 * of the source, so the name of the cache file holds a digest of the source and the version of V8.
 */
export function loadProgram(): LoadedProgram {
  const bytes = readFileSync(FILE);
  const cacheName = `program-${quickDigest(bytes)}-${process.versions.v8}.cache`;
  const ofBuild = readCache(path.join(path.dirname(FILE), cacheName));
  const cachedData = ofBuild ?? (isOwn(userCacheFolder()) ? readCache(path.join(userCacheFolder(), cacheName)) : undefined);
  // The file is pure ASCII.
  const script = new Script(bytes.toString('latin1'), { filename: FILE, cachedData });
  const module = { exports: {} };
  // It contains all that it imports except Node's own modules.
  const run = script.runInThisContext() as (
    module: object, exports: object, require: (name: string) => unknown, file: string, folder: string, url: string,
  ) => void;
  run(module, module.exports, (name) => process.getBuiltinModule(name), FILE, path.dirname(FILE), import.meta.url);
  return {
    program: module.exports as typeof Program,
    script,
    cacheName,
    cachedBy: script.cachedDataRejected !== false ? null : ofBuild === undefined ? 'user' : 'build',
  };
}

/** Where the user's own code caches are kept, for a V8 other than the build's. */
function userCacheFolder(): string {
  return path.join(cacheFolder(), 'program');
}

/** Whether the folder belongs to the user and nobody else can write to it: what lies there gets executed. */
function isOwn(folder: string): boolean {
  try {
    const stats = statSync(folder);
    return process.getuid === undefined || (stats.uid === process.getuid() && (stats.mode & 0o022) === 0);
  } catch {
    // It does not exist or is not accessible.
    return false;
  }
}

/**
 * Stores V8's code cache for the next run and removes those of other programs and versions. If it cannot be stored, the next run
 * goes without.
 */
export function keepCache({ script, cacheName }: LoadedProgram): void {
  const folder = userCacheFolder();
  const beside = path.join(folder, `${cacheName}.${process.pid}`);
  try {
    makeDirectory(folder, 0o700);
    if (!isOwn(folder)) return;
    for (const name of readdirSync(folder)) rmSync(path.join(folder, name), { force: true });
    writeFileSync(beside, script.createCachedData());
    renameSync(beside, path.join(folder, cacheName));
  } catch {
    dropQuietly(beside);
  }
}

function dropQuietly(file: string): void {
  try {
    rmSync(file, { force: true });
  } catch {
    // If the folder is not accessible, nothing was written to it either.
  }
}

function readCache(file: string): Buffer | undefined {
  try {
    return readFileSync(file);
  } catch {
    return undefined;
  }
}
