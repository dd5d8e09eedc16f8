import { homedir } from 'node:os';
import path from 'node:path';

/** The environment that names folders. */
type Environment = Readonly<Record<string, string | undefined>>;

/** What is only kept to save time: in the cache directory of the XDG Base Directory Specification. */
export function cacheFolder(env: Environment = process.env): string {
  const given = env['XDG_CACHE_HOME'];
  return path.join(
    given !== undefined && path.isAbsolute(given) ? given : path.join(env['HOME'] || homedir(), '.cache'), 'elvar',
  );
}

/** The folder for what earlier runs have found in files. */
export function foundFolder(env: Environment): string {
  const given = env['ELVAR_CACHE'];
  return given ? path.resolve(given) : path.join(cacheFolder(env), 'found');
}
