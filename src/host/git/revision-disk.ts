import { isUtf8 } from 'node:buffer';
import path from 'node:path';
import { languageOfScript, INTERPRETER_WINDOW } from '../../core/scope/interpreter.js';
import type { LanguageId } from '../../core/base/language.js';
import { Disk, type DirectoryReading, type Entry, type EntryKind } from '../files/disk.js';
import { sortByPath } from '../files/path-order.js';
import { liesIn } from '../files/real-path.js';
import type { TextReading } from '../files/text-file.js';
import type { SkippedReading } from '../files/source-file.js';
import { askGit } from './git.js';
import { ObjectReader } from './object-reader.js';
import { unreadable } from './unreadable.js';

/** An entry of a tree, with git's object name for a regular file. */
interface TreeEntry extends Entry {
  readonly blob: string | null;
}

/** The files of a project as a commit has them; nothing is checked out. What lies outside the project is on the disk. */
export class RevisionDisk extends Disk {
  private readonly tree = new Map<string, TreeEntry[]>();
  private readonly byPath = new Map<string, TreeEntry>();
  private readonly objects: ObjectReader;

  /** @param root the project's, absolute. @throws IncompleteError if git cannot tell. */
  constructor(private readonly root: string, commit: string) {
    super();
    // git-ls-tree(1): everything below the current directory, by relative path, trees included.
    const listing = askGit(root, ['ls-tree', '-r', '-t', '-z', commit]);
    if ('failed' in listing) throw unreadable(commit, listing.failed);
    this.tree.set('', []);
    const blobs: string[] = [];
    for (const line of listing.out.split('\0')) {
      const [, mode = '', blob = '', own] = /^(\d+) \w+ ([0-9a-f]+)\t([^]+)$/.exec(line) ?? [];
      // In a directory of a repository, those around it are listed too, as `../` and `./`.
      if (own === undefined || own.endsWith('/')) continue;
      const entry: TreeEntry = { name: path.posix.basename(own), kind: kindOf(mode), blob: mode.startsWith('100') ? blob : null };
      if (entry.blob !== null) blobs.push(entry.blob);
      this.byPath.set(own, entry);
      const around = path.posix.dirname(own);
      this.tree.get(around === '.' ? '' : around)?.push(entry);
      if (entry.kind === 'directory') this.tree.set(own, []);
    }
    this.objects = new ObjectReader(root, blobs);
    for (const entries of this.tree.values()) sortByPath(entries, ({ name, kind }) => (kind === 'directory' ? `${name}/` : name));
  }

  override entriesOf(absolute: string): DirectoryReading {
    const own = this.own(absolute);
    if (own === null) return super.entriesOf(absolute);
    return { entries: this.tree.get(own) ?? [], odd: [] };
  }

  override kindOf(absolute: string): EntryKind | undefined {
    const own = this.own(absolute);
    if (own === null) return super.kindOf(absolute);
    return own === '' ? 'directory' : this.byPath.get(own)?.kind;
  }

  override textOf(absolute: string): TextReading {
    const own = this.own(absolute);
    if (own === null) return super.textOf(absolute);
    const blob = this.byPath.get(own)?.blob ?? null;
    if (blob === null) return { failed: 'it is gone', isMissing: true };
    const reading = this.objects.read(blob);
    if ('failed' in reading) return { failed: reading.failed, isMissing: false };
    return isUtf8(reading.bytes) ? { text: reading.bytes.toString('utf8') } : { failed: 'it is not UTF-8', isMissing: false };
  }

  /** The text of a file of the commit stands for whatever is on the disk. */
  override documentAt(absolute: string): string | SkippedReading | undefined {
    const own = this.own(absolute);
    const blob = own === null ? null : this.byPath.get(own)?.blob ?? null;
    if (blob === null) return undefined;
    const reading = this.objects.read(blob);
    if ('failed' in reading) return { skipped: 'unreadable', why: reading.failed };
    // What is no text is skipped, whatever kind of data it is.
    return isUtf8(reading.bytes) ? reading.bytes.toString('utf8') : '\0';
  }

  /** The object that stands for a file of the commit; undefined outside it. */
  override storedAt(absolute: string): { readonly object: string } | undefined {
    const own = this.own(absolute);
    const object = own === null ? null : this.byPath.get(own)?.blob ?? null;
    return object === null ? undefined : { object };
  }

  override scriptLanguageOf(absolute: string): LanguageId | null {
    const own = this.own(absolute);
    if (own === null) return super.scriptLanguageOf(absolute);
    const text = this.documentAt(absolute);
    return typeof text === 'string' ? languageOfScript(text.slice(0, INTERPRETER_WINDOW)) : null;
  }

  /** A path relative to the root; null outside it, and for what is installed, which no commit has. */
  private own(absolute: string): string | null {
    if (!liesIn(absolute, this.root)) return null;
    const own = path.relative(this.root, absolute).split(path.sep).join('/');
    return /(?:^|\/)node_modules(?:\/|$)/.test(own) && !this.byPath.has(own) ? null : own;
  }
}

/** gitdatamodel(7): the modes of tree entries. What is another repository is a directory without anything in it. */
function kindOf(mode: string): EntryKind {
  return mode === '120000' ? 'symlink' : mode.startsWith('100') ? 'file' : 'directory';
}
