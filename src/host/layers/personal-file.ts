import { homedir } from 'node:os';
import path from 'node:path';

/**
 * The personal layer file: in the configuration directory of the XDG Base Directory Specification.
 * @returns null if it is not to be read: in CI, or when it is left out.
 */
export function personalFile(
  env: Readonly<Record<string, string | undefined>>, isLeftOut: boolean,
): { file: string; name: string } | null {
  if (isLeftOut || env['CI']) return null;
  const given = env['XDG_CONFIG_HOME'];
  // The specification says to ignore relative paths.
  const isGiven = given !== undefined && path.isAbsolute(given);
  const home = env['HOME'] || homedir();
  const file = path.join(isGiven ? given : path.join(home, '.config'), 'elvar', 'elvar.yaml');
  const relative = path.relative(home, file);
  return { file, name: relative.startsWith('..') ? file : `~/${relative.split(path.sep).join('/')}` };
}
