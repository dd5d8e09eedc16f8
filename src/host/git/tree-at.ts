import type { ChangedFile } from './commit-steps.js';
import { askGit } from './git.js';
import { readBlobs, type BlobFailure } from './objects.js';
import { unreadable } from './unreadable.js';

/** The texts of git's blobs, each read once. */
export class Blobs {
  private readonly texts = new Map<string, string>();
  /** The names of those that cannot be read, and why. */
  private readonly failures = new Map<string, BlobFailure>();

  constructor(private readonly root: string) {}

  /** Reads blobs ahead, all with one question to git. */
  fetch(names: Iterable<string>): void {
    readBlobs(
      this.root, [...new Set(names)].filter((name) => !this.texts.has(name) && !this.failures.has(name)), (name, reading) => {
        if ('failed' in reading) this.failures.set(name, reading);
        else this.texts.set(name, reading.bytes.toString('utf8'));
      },
    );
  }

  /**
   * The text of a blob; empty for no name.
   * @param own the file that it is the text of. @throws IncompleteError if it cannot be read.
   */
  textOf(name: string, own: string): string {
    if (name === '') return '';
    if (!this.texts.has(name)) this.fetch([name]);
    const text = this.texts.get(name);
    if (text === undefined) throw unreadable(own, this.failures.get(name) ?? { failed: 'git does not tell its contents' });
    return text;
  }
}

/** The regular files of a project at a commit, as git's object names. It goes back in time, commit by commit. */
export class TreeAt {
  private constructor(private readonly files: Map<string, string>) {}

  /** The tree of a commit. @throws IncompleteError if git cannot tell. */
  static of(root: string, commit: string): TreeAt {
    // git-ls-tree(1): everything below the current directory, by relative path.
    const tree = askGit(root, ['ls-tree', '-r', '-z', commit]);
    if ('failed' in tree) throw unreadable(commit, tree.failed);
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
