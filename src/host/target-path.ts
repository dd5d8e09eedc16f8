import { realpathSync } from 'node:fs';
import path from 'node:path';
import { UsageError } from './errors.js';

/**
 * A path as the user wrote it, relative to the project root with `/`; empty for the root itself. Nothing need be there.
 * @throws UsageError when it lies outside of the root.
 */
export function relativeToRoot(target: string, directory: string, root: string): string {
  if (target.includes('\0')) throw new UsageError('a path cannot hold a NUL character');
  const absolute = path.resolve(directory, target);
  const relative = within(absolute, root) ?? within(throughLinks(absolute), root);
  if (relative === null) {
    throw new UsageError(`${target}: this lies outside of the project root ${root}\nName a path below the root, or another root with --root`);
  }
  return relative;
}

function within(absolute: string, root: string): string | null {
  const relative = path.relative(root, absolute);
  if (relative === '..' || relative.startsWith(`..${path.sep}`) || path.isAbsolute(relative)) return null;
  return relative.split(path.sep).join('/');
}

/** The path with links in its directory followed, so that a root reached through a link is recognised. */
function throughLinks(absolute: string): string {
  try {
    return path.join(realpathSync(path.dirname(absolute)), path.basename(absolute));
  } catch {
    return absolute;
  }
}
