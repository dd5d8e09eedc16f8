import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { UsageError } from '../files/errors.js';
import { findRepository } from './find-repository.js';
import { askRepository, trackedFiles } from './git.js';
import { liesIn } from '../files/real-path.js';
import { LAYER_FILE } from '../files/own-files.js';
import type { Overlay } from '../files/overlay.js';
import { PACKAGE_FOLDER } from '../package-folder.js';
import { Blobs, TreeAt } from './tree-at.js';

/** Where the built-in presets are: if they lie in the project, they come with Elvar all the same. */
const PRESETS = fileURLToPath(new URL('presets', PACKAGE_FOLDER));

/** Files that have an effect wherever they are. Any other layer file is a preset, which is read only where it is adopted. */
const DECIDING = new Set([LAYER_FILE, '.gitignore', '.elvarignore']);

/**
 * The commit that a git revision names.
 * @param option the option that names it, for the message. @throws UsageError if there is no such commit, or no git.
 */
export function needCommit(root: string, revision: string, option: string): string {
  const repository = findRepository(root);
  if ('failed' in repository) {
    throw new UsageError({ code: 'needs-git', what: option, why: repository.failed, advice: repository.advice ?? null });
  }
  const commit = askRepository(repository, ['rev-parse', '--verify', '--end-of-options', `${revision}^{commit}`]);
  if ('out' in commit) return commit.out.trim();
  if (commit.isRefusal === true) throw new UsageError({ code: 'no-revision', revision });
  throw new UsageError({ code: 'needs-git', what: option, why: commit.failed, advice: null });
}

/**
 * The configuration of a project as a commit has it; what is installed or comes with Elvar is as on the disk.
 * @param asks is told of each file that is asked for, relative to the root.
 */
export function overlayOfTree(root: string, tree: TreeAt, blobs: Blobs, asks: (own: string) => void = () => {}): Overlay {
  return {
    textAt: (absolute) => {
      if (!liesIn(absolute, root) || liesIn(absolute, PRESETS)) return undefined;
      const own = path.relative(root, absolute).split(path.sep).join('/');
      asks(own);
      const blob = tree.blobOf(own);
      if (blob !== undefined) return blobs.textOf(blob, own);
      return /(?:^|\/)node_modules\//.test(own) ? undefined : null;
    },
    layerDirectories: () => [...tree.paths()]
      .filter((own) => path.posix.basename(own) === LAYER_FILE)
      .map((own) => (own === LAYER_FILE ? '' : path.posix.dirname(own))),
  };
}

/** The same, by the name of the commit. @throws UsageError if git cannot tell. */
export function overlayOfCommit(root: string, commit: string): Overlay {
  const tree = TreeAt.of(root, commit);
  const blobs = new Blobs(root);
  blobs.fetch([...tree.paths()].filter((own) => DECIDING.has(path.posix.basename(own))).flatMap((own) => tree.blobOf(own) ?? []));
  return overlayOfTree(root, tree, blobs);
}

/**
 * The layer files and ignore files of a project at a git revision; nothing is checked out.
 * @throws UsageError if git cannot tell.
 */
export function overlayOfRevision(root: string, revision: string): Overlay {
  const { textAt } = overlayOfCommit(root, needCommit(root, revision, '--against'));
  const now = trackedFiles(root);
  return {
    textAt: (absolute) => {
      const text = textAt(absolute);
      if (text !== null) return text;
      const own = path.relative(root, absolute).split(path.sep).join('/');
      // An untracked file may have existed then too; nothing says otherwise.
      return DECIDING.has(path.posix.basename(own)) || now?.has(own) === true ? null : undefined;
    },
  };
}
