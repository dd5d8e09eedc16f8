import { UsageError } from '../files/errors.js';
import type { ChangedFile } from './commit-steps.js';
import { askGit, gitBlobs } from './git.js';

/** The texts of git's blobs, each read once. */
export class Blobs {
  private readonly texts = new Map<string, string>();

  constructor(private readonly root: string) {}

  /** Reads blobs, so that nobody has to wait for each of them. */
  fetch(names: Iterable<string>): void {
    for (const [name, text] of gitBlobs(this.root, [...new Set(names)].filter((name) => !this.texts.has(name)))) this.texts.set(name, text);
  }

  /** The text of a blob; empty for no name. */
  textOf(name: string): string {
    if (name === '') return '';
    if (!this.texts.has(name)) this.fetch([name]);
    return this.texts.get(name) ?? '';
  }
}

/** The regular files of a project at a commit, as git's object names. It goes back in time, commit by commit. */
export class TreeAt {
  private constructor(private readonly files: Map<string, string>) {}

  /** The tree of a commit. @throws UsageError if git cannot tell. */
  static of(root: string, commit: string): TreeAt {
    // git-ls-tree(1): everything below the current directory, by relative path.
    const tree = askGit(root, ['ls-tree', '-r', '-z', commit]);
    if ('failed' in tree) throw new UsageError(`git does not tell what ${commit} holds: ${tree.failed}`);
    return new TreeAt(new Map(tree.out.split('\0').flatMap((entry) => {
      const [, blob, file] = /^100\d+ blob ([0-9a-f]+)\t([^]+)$/.exec(entry) ?? [];
      return file === undefined || blob === undefined ? [] : [[file, blob] as const];
    })));
  }

  /** The object name of a file; undefined if there is none. */
  blobOf(own: string): string | undefined {
    return this.files.get(own);
  }

  /** The paths of all files. */
  paths(): Iterable<string> {
    return this.files.keys();
  }

  /** Goes back to before some changes. */
  undo(changes: readonly ChangedFile[]): void {
    for (const { path, before } of changes) {
      if (before === null) this.files.delete(path);
      else this.files.set(path, before);
    }
  }
}
