import { askGit } from '../git/git.js';

/**
 * The path that a file had before the commit in which git first knows its present one; null if it is new there. Both are relative
 * to the root.
 */
export function renamedFrom(root: string, parent: string, commit: string, own: string): string | null {
  // git-diff-tree(1): all renames of one commit, however many, as fields that end with NUL.
  const answer = askGit(root, [
    'diff-tree', '-r', '-z', '--relative', '--find-renames', '-l0', '--diff-filter=R', '--name-status', '--no-ext-diff', parent,
    commit,
  ]);
  const fields = 'out' in answer ? answer.out.split('\0') : [];
  for (let index = 0; index + 2 < fields.length; index += 3) if (fields[index + 2] === own) return fields[index + 1] as string;
  return null;
}
