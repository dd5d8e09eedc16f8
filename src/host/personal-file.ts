import { homedir } from 'node:os';
import path from 'node:path';

/**
 * Where the personal layer file is: in the directory of the XDG Base Directory Specification for settings.
 * @returns null where there is none to be read: in CI, or when it is left out.
 */
export function personalFile(env: Readonly<Record<string, string | undefined>>, isLeftOut: boolean): { file: string; name: string } | null {
  if (isLeftOut || env['CI']) return null;
  const given = env['XDG_CONFIG_HOME'];
  // The specification has relative paths ignored.
  const isGiven = given !== undefined && path.isAbsolute(given);
  const home = env['HOME'] || homedir();
  const file = path.join(isGiven ? given : path.join(home, '.config'), 'elvar', 'elvar.yaml');
  const relative = path.relative(home, file);
  return { file, name: relative.startsWith('..') ? file : `~/${relative.split(path.sep).join('/')}` };
}
