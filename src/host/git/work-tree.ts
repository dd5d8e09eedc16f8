import { lstatSync, mkdirSync, writeFileSync, type BigIntStats } from 'node:fs';
import path from 'node:path';
import { deflateSync } from 'node:zlib';
import { hasCode } from '../files/errors.js';
import { findRepository, readRegularFile, type Repository } from './find-repository.js';
import { readIndex, type IndexEntry } from './git-index.js';
import { withView, type GitView } from './git-view.js';
import { LineEnds } from './line-end-settings.js';
import { LARGEST_BLOB, objectName } from './objects.js';

/** How the files on the disk compare with a commit. */
interface WorkTreeDiff {
  /** What git wrote. */
  readonly out: string;
  /** The paths that the index has, relative to the directory in question. */
  readonly tracked: ReadonlySet<string>;
  /** Files that have changed and are too large to be compared line by line. */
  readonly tooLarge: ReadonlySet<string>;
}

/**
 * Compares the files on the disk that git knows with a commit, as git-diff-index(1) does. Their bytes are read here, and git sees
 * them as objects of a view: it asks no filter, converter or monitor about them. Whether they look changed is not left to marks
 * that the index may have for them either.
 * @param args for git-diff-index(1). @returns paths relative to the directory.
 */
export function diffSince(
  directory: string, commit: string, args: readonly string[],
): WorkTreeDiff | { readonly failed: string } {
  const repository = findRepository(directory);
  return 'failed' in repository ? repository : withView(repository, (view) => {
    const entries = readIndex(view);
    if ('failed' in entries) return entries;
    const work = new WorkTree(view, repository, entries);
    const updated = work.update();
    if (updated !== null) return updated;
    const diff = view.run(['diff-index', '--cached', '--relative', ...args, commit, '--']);
    return 'failed' in diff
      ? diff
      : { out: diff.out.toString('utf8'), tracked: new Set(entries.map(({ path: own }) => own)), tooLarge: work.tooLarge };
  });
}

/** A file that may differ from what the index has. */
interface Suspect {
  readonly entry: IndexEntry;
  readonly file: string;
  readonly stats: BigIntStats | undefined;
}

/** Brings the index of a view up to the files on the disk. */
class WorkTree {
  readonly tooLarge = new Set<string>();
  private readonly lineEnds: LineEnds;

  constructor(
    private readonly view: GitView, private readonly repository: Repository, private readonly entries: readonly IndexEntry[],
  ) {
    this.lineEnds = new LineEnds(view, repository);
  }

  /** @returns why git could not; null if it could. */
  update(): { readonly failed: string } | null {
    const suspects = this.suspects();
    this.lineEnds.learn(suspects.map(({ entry }) => entry.path));
    const updates = suspects.map((suspect) => this.updateFor(suspect)).filter((line) => line !== null);
    if (updates.length === 0) return null;
    const answer = this.view.run(['update-index', '-z', '--index-info'], { input: updates.join('') });
    return 'failed' in answer ? answer : null;
  }

  private suspects(): Suspect[] {
    const { workTree, prefix, own } = this.repository;
    // racy-git: what was modified when the index was written, or later, may have been modified once more.
    const written = statsOf(path.join(own, 'index'))?.mtimeNs ?? 0n;
    return this.entries.flatMap((entry) => {
      const file = path.join(workTree, prefix, entry.path);
      const stats = statsOf(file);
      if (stats === undefined ? entry.mayBeMissing : isAsSeen(entry, stats, written)) return [];
      return [{ entry, file, stats }];
    });
  }

  /** A line for git-update-index(1), "Using --index-info"; null where the index is right, or knows no better. */
  private updateFor({ entry: { path: own, name, mode, isMerged }, file, stats }: Suspect): string | null {
    const whole = path.posix.join(this.repository.prefix, own);
    if (stats === undefined) return `0 ${'0'.repeat(name.length)}\t${whole}\0`;
    // Links and other repositories have no lines.
    if (!stats.isFile()) return null;
    const bytes = stats.size > LARGEST_BLOB ? null : readRegularFile(file, LARGEST_BLOB);
    if (bytes === null) {
      this.tooLarge.add(own);
      return null;
    }
    const stored = this.lineEnds.asStored(own, bytes, name);
    const now = objectName(stored, name.length);
    if (now === name && isMerged) return null;
    this.write(now, stored);
    return `${mode === '100755' ? mode : '100644'} ${now}\t${whole}\0`;
  }

  /** gitformat-loose(5). */
  private write(name: string, bytes: Buffer): void {
    const directory = path.join(this.view.objects, name.slice(0, 2));
    mkdirSync(directory, { recursive: true });
    writeFileSync(
      path.join(directory, name.slice(2)),
      deflateSync(Buffer.concat([Buffer.from(`blob ${bytes.length}\0`), bytes]), { level: 1 }),
    );
  }
}

/** Whether a file is still what git knew when it last looked at it; the index has room for 32 bits of each number. */
function isAsSeen({ seen }: IndexEntry, stats: BigIntStats, written: bigint): boolean {
  return seen !== null
    && stats.isFile() && seen.modified < written && seen.modified === stats.mtimeNs && seen.changed === stats.ctimeNs
      && seen.inode === BigInt.asUintN(32, stats.ino) && seen.size === BigInt.asUintN(32, stats.size);
}

function statsOf(file: string): BigIntStats | undefined {
  try {
    return lstatSync(file, { bigint: true, throwIfNoEntry: false });
  } catch (error) {
    if (hasCode(error, 'ENOTDIR', 'ELOOP', 'ENAMETOOLONG', 'EACCES')) return undefined;
    throw error;
  }
}
