import { homedir } from 'node:os';
import path from 'node:path';
import { realOrNearest } from '../files/real-path.js';
import { askSettings } from './git-program.js';

/**
 * Whether the user's own settings, or the machine's, allow a repository that belongs to somebody else.
 * @param workTree a real path.
 */
export function isAllowed(workTree: string): boolean {
  let isListed = false;
  for (const value of listedDirectories()) {
    // git-config(1), "safe.directory": an empty value forgets those before it, and `/*` at the end stands for all below.
    if (value === '') isListed = false;
    else if (value === '*') isListed = true;
    else isListed ||= value.endsWith('/*')
      ? workTree.startsWith(realOrNearest(atHome(value.slice(0, -2))) + path.sep)
      : realOrNearest(atHome(value)) === workTree;
  }
  return isListed;
}

/**
 * The values in order: the machine's, then the user's. A repository's settings do not count, and are not read: `git config` with
 * a scope reads no others.
 */
function listedDirectories(): string[] {
  return ['--system', '--global'].flatMap((scope) => {
    const answer = askSettings([scope, '--includes', '--null', '--get-all', 'safe.directory']);
    return 'out' in answer ? answer.out.toString('utf8').split('\0').slice(0, -1) : [];
  });
}

function atHome(value: string): string {
  return value.startsWith('~/') ? path.join(homedir(), value.slice(2)) : value;
}
