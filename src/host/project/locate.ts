import path from 'node:path';
import type { PathExclusion } from '../../core/scope/scope-state.js';
import type { EntryKind } from '../files/disk.js';
import type { ProjectFiles } from '../files/project-files.js';
import { linkOn } from '../files/target-path.js';
import { pathIn, type Directory, type Tree } from './tree.js';

/** Why a path is excluded that leads over a link. */
interface BeyondLink {
  readonly reason: 'symlink';
  readonly by: null;
}

/** A path's situation in the project: its directory, and whether a pattern excludes it. */
export interface Location {
  /** Relative to the root. */
  readonly path: string;
  readonly name: string;
  /** Undefined if there is nothing at the path. */
  readonly kind: EntryKind | undefined;
  readonly directory: Directory;
  readonly exclusion: PathExclusion | BeyondLink | null;
}

/** Determines a path's situation, whether or not it exists. */
export function locate(target: string, root: string, tree: Tree, files: ProjectFiles): Location {
  const names = target.split('/');
  const name = names.pop() as string;
  let directory = tree.root();
  let exclusion: Location['exclusion'] = null;
  // Where the links of another time were, nobody knows.
  const link = files.layerDirectories() === null ? linkOn(names.join('/'), root) : null;
  for (const step of names) {
    exclusion ??= directory.scope.exclusionOf(step, true);
    // What lies beyond a link may be outside the project.
    if (pathIn(directory, step) === link) exclusion ??= { reason: 'symlink', by: null };
    directory = tree.child(directory, step, exclusion !== null);
  }
  const kind = files.disk.kindOf(path.join(root, target));
  exclusion ??= directory.scope.exclusionOf(name, kind === 'directory');
  return { path: target, name, kind, directory, exclusion };
}
