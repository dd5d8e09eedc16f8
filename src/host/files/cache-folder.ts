import { homedir } from 'node:os';
import path from 'node:path';

/** Where fetched presets are kept: in the cache directory of the XDG Base Directory Specification. */
export function cacheFolder(): string {
  const given = process.env['XDG_CACHE_HOME'];
  return path.join(given !== undefined && path.isAbsolute(given) ? given : path.join(process.env['HOME'] || homedir(), '.cache'), 'elvar');
}
