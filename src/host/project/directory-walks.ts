import { LAYER_FILE } from '../files/own-files.js';
import { UsageError } from '../files/errors.js';
import type { ProjectFiles } from '../files/project-files.js';
import { fileAbove } from '../files/target-path.js';
import type { Watch } from '../files/watch.js';
import { locate, type Location } from './locate.js';
import type { Directory, Tree } from './tree.js';
import { TreeWalker } from './walk.js';

/** Goes through the directories of a project, as far as questions need them. Each list of targets is walked once. */
export class DirectoryWalks {
  private readonly walkers = new Map<string, TreeWalker>();

  constructor(
    private readonly root: string, readonly tree: Tree, private readonly files: ProjectFiles, private readonly watch: Watch,
  ) {}

  /**
   * Lists files and directories.
   * @param targets relative to the root; everything if empty.
   * @param opens whether files may be opened to determine their language.
   * @throws UsageError if there is no such target.
   */
  list(targets: readonly string[], opens: boolean): TreeWalker {
    const key = JSON.stringify([opens, ...targets]);
    let walker = this.walkers.get(key);
    if (walker === undefined) {
      walker = new TreeWalker(this.tree, opens, this.watch);
      if (isWhole(targets)) walker.walk(this.tree.root());
      else for (const target of targets) this.walkTarget(target, walker);
      if (targets.length > 1) walker.tidy();
      this.walkers.set(key, walker);
    }
    return walker;
  }

  /** The situation of a path, which need not exist. @param own relative to the root. */
  locate(own: string): Location {
    return locate(own, this.root, this.tree, this.files);
  }

  /** All directories of the project; of another time, those that had a layer file, and those around them. */
  everywhere(): readonly Directory[] {
    const known = this.files.layerDirectories();
    if (known === null) return [...(this.walkers.get(JSON.stringify([true])) ?? this.list([], false)).directories];
    const directories = known.map((own) => this.locate(own === '' ? LAYER_FILE : `${own}/${LAYER_FILE}`).directory);
    return withParents(directories.filter(({ isOut }) => !isOut));
  }

  private walkTarget(target: string, walker: TreeWalker): void {
    const { kind, name, directory, exclusion } = this.locate(target);
    walker.directories.add(directory);
    if (kind === undefined) {
      const above = fileAbove(target, this.root);
      throw new UsageError(above === null ? { code: 'no-path', path: target } : { code: 'below-a-file', path: target, above });
    }
    if (exclusion !== null) walker.skipped.push({ path: kind === 'directory' ? `${target}/` : target, ...exclusion });
    else if (kind === 'directory') walker.walk(this.tree.child(directory, name, false));
    else walker.addFile(directory, name, kind);
  }
}

/** Whether targets are the whole project. */
export function isWhole(targets: readonly string[]): boolean {
  return targets.length === 0 || targets.includes('');
}

/** Directories and all around them, each once, the outer ones first. */
export function withParents(directories: Iterable<Directory>): Directory[] {
  const met = new Set<Directory>();
  const add = (directory: Directory): void => {
    if (met.has(directory)) return;
    if (directory.parent !== null) add(directory.parent);
    met.add(directory);
  };
  for (const directory of directories) add(directory);
  return [...met];
}
