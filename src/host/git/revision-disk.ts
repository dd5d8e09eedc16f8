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
import { readBlob, readBlobs, type BlobReading } from './objects.js';
import { unreadable } from './tree-at.js';

/** An entry of a tree, with git's object name for a regular file. */
interface TreeEntry extends Entry {
  readonly blob: string | null;
}

/** How many files are read at once: whoever asks for one asks for those after it next. */
const AT_ONCE = 500;
/** Larger ones are read only when somebody asks for them, in bytes. */
const LARGEST_AHEAD = 256 * 1024;
/** How many bytes are kept: the oldest go first. */
const MOST_KEPT = 64 * 1024 * 1024;

/** The files of a project as a commit has them; nothing is checked out. What lies outside the project is on the disk. */
export class RevisionDisk extends Disk {
  private readonly tree = new Map<string, TreeEntry[]>();
  private readonly byPath = new Map<string, TreeEntry>();
  private readonly contents = new Map<string, BlobReading>();
  private kept = 0;
  /** The regular files, in the order of the tree, and the place of each among them. */
  private readonly regular: TreeEntry[] = [];
  private readonly places = new Map<string, number>();

  /** @param root the project's, absolute. @throws IncompleteError if git cannot tell. */
  constructor(private readonly root: string, commit: string) {
    super();
    // git-ls-tree(1): everything below the current directory, by relative path, trees included.
    const listing = askGit(root, ['ls-tree', '-r', '-t', '-z', commit]);
    if ('failed' in listing) throw unreadable(commit, listing.failed);
    this.tree.set('', []);
    for (const line of listing.out.split('\0')) {
      const [, mode = '', blob = '', own] = /^(\d+) \w+ ([0-9a-f]+)\t([^]+)$/.exec(line) ?? [];
      // In a directory of a repository, those around it are listed too, as `../` and `./`.
      if (own === undefined || own.endsWith('/')) continue;
      const entry: TreeEntry = { name: path.posix.basename(own), kind: kindOf(mode), blob: mode.startsWith('100') ? blob : null };
      if (entry.blob !== null) this.places.set(entry.blob, this.regular.push(entry) - 1);
      this.byPath.set(own, entry);
      const around = path.posix.dirname(own);
      this.tree.get(around === '.' ? '' : around)?.push(entry);
      if (entry.kind === 'directory') this.tree.set(own, []);
    }
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
    const reading = this.read(blob);
    if ('failed' in reading) return { failed: reading.failed, isMissing: false };
    return isUtf8(reading.bytes) ? { text: reading.bytes.toString('utf8') } : { failed: 'it is not UTF-8', isMissing: false };
  }

  /** The text of a file of the commit stands for whatever is on the disk. */
  override documentAt(absolute: string): string | SkippedReading | undefined {
    const own = this.own(absolute);
    const blob = own === null ? null : this.byPath.get(own)?.blob ?? null;
    if (blob === null) return undefined;
    const reading = this.read(blob);
    if ('failed' in reading) return { skipped: 'unreadable', why: reading.failed };
    // What is no text is skipped, whatever kind of data it is.
    return isUtf8(reading.bytes) ? reading.bytes.toString('utf8') : '\0';
  }

  override scriptLanguageOf(absolute: string): LanguageId | null {
    const own = this.own(absolute);
    if (own === null) return super.scriptLanguageOf(absolute);
    const text = this.documentAt(absolute);
    return typeof text === 'string' ? languageOfScript(text.slice(0, INTERPRETER_WINDOW)) : null;
  }

  private read(blob: string): BlobReading {
    const known = this.contents.get(blob);
    if (known !== undefined) return known;
    const reading = readBlob(this.root, blob);
    this.keep(blob, reading);
    const place = this.places.get(blob) ?? 0;
    const next = this.regular.slice(place + 1, place + AT_ONCE).flatMap((entry) => entry.blob ?? []).filter((name) => !this.contents.has(name));
    readBlobs(this.root, [...new Set(next)], (name, found) => void ('bytes' in found && this.keep(name, found)), LARGEST_AHEAD);
    return reading;
  }

  private keep(name: string, reading: BlobReading): void {
    this.contents.set(name, reading);
    this.kept += sizeOf(reading);
    for (const [oldest, old] of this.contents) {
      if (this.kept <= MOST_KEPT) return;
      this.contents.delete(oldest);
      this.kept -= sizeOf(old);
    }
  }

  /** A path relative to the root; null outside it, and for what is installed, which no commit has. */
  private own(absolute: string): string | null {
    if (!liesIn(absolute, this.root)) return null;
    const own = path.relative(this.root, absolute).split(path.sep).join('/');
    return /(?:^|\/)node_modules(?:\/|$)/.test(own) && !this.byPath.has(own) ? null : own;
  }
}

function sizeOf(reading: BlobReading): number {
  return 'bytes' in reading ? reading.bytes.length : 0;
}

/** gitdatamodel(7): the modes of tree entries. What is another repository is a directory without anything in it. */
function kindOf(mode: string): EntryKind {
  return mode === '120000' ? 'symlink' : mode.startsWith('100') ? 'file' : 'directory';
}
