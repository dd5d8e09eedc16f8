import { isUtf8 } from 'node:buffer';
import path from 'node:path';
import { languageOfScript, INTERPRETER_WINDOW } from '../../core/scope/interpreter.js';
import type { LanguageId } from '../../core/base/language.js';
import { Disk, type DirectoryReading, type Entry, type EntryKind } from '../files/disk.js';
import { sortByPath } from '../files/path-order.js';
import { liesIn } from '../files/real-path.js';
import type { TextReading } from '../files/text-file.js';
import { askGit, gitBytes } from './git.js';
import { UsageError } from '../files/errors.js';

/** An entry of a tree, with git's object name for a regular file. */
interface TreeEntry extends Entry {
  readonly blob: string | null;
  /** In bytes. */
  readonly size: number;
}

/** How many files are read at once: whoever asks for one asks for those after it next. */
const AT_ONCE = 500;
/** Larger ones are read only when somebody asks for them, in bytes. */
const LARGEST_AHEAD = 4 * 1024 * 1024;

/** The files of a project as a commit has them; nothing is checked out. What lies outside the project is on the disk. */
export class RevisionDisk extends Disk {
  private readonly tree = new Map<string, TreeEntry[]>();
  private readonly byPath = new Map<string, TreeEntry>();
  private readonly contents = new Map<string, Buffer>();
  /** The regular files, in the order of the tree, and the place of each among them. */
  private readonly regular: TreeEntry[] = [];
  private readonly places = new Map<string, number>();

  /** @param root the project's, absolute. @throws UsageError if git cannot tell. */
  constructor(private readonly root: string, commit: string) {
    super();
    // git-ls-tree(1): everything below the current directory, by relative path, trees included.
    const listing = askGit(root, ['ls-tree', '-r', '-t', '-l', '-z', commit]);
    if ('failed' in listing) throw new UsageError(`git does not tell what ${commit} holds: ${listing.failed}`);
    this.tree.set('', []);
    for (const line of listing.out.split('\0')) {
      const [, mode = '', blob = '', size, own] = /^(\d+) \w+ ([0-9a-f]+) +(\d+|-)\t([^]+)$/.exec(line) ?? [];
      // In a directory of a repository, those around it are listed too, as `../` and `./`.
      if (own === undefined || own.endsWith('/')) continue;
      const entry: TreeEntry = { name: path.posix.basename(own), kind: kindOf(mode), blob: mode.startsWith('100') ? blob : null, size: Number(size) };
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
    const text = this.documentAt(absolute);
    return text === undefined ? { failed: 'it is gone', isMissing: true } : { text };
  }

  /** The text of a file of the commit stands for whatever is on the disk. */
  override documentAt(absolute: string): string | undefined {
    const own = this.own(absolute);
    const blob = own === null ? null : this.byPath.get(own)?.blob ?? null;
    if (blob === null) return undefined;
    const bytes = this.bytesOf(blob);
    // What is no text is skipped, whatever kind of data it is.
    return isUtf8(bytes) ? bytes.toString('utf8') : '\0';
  }

  override scriptLanguageOf(absolute: string): LanguageId | null {
    const own = this.own(absolute);
    if (own === null) return super.scriptLanguageOf(absolute);
    const text = this.documentAt(absolute);
    return text === undefined ? null : languageOfScript(text.slice(0, INTERPRETER_WINDOW));
  }

  private bytesOf(blob: string): Buffer {
    if (!this.contents.has(blob)) {
      const place = this.places.get(blob) ?? 0;
      const next = this.regular.slice(place, place + AT_ONCE).filter(({ size }, index) => index === 0 || size <= LARGEST_AHEAD).flatMap((entry) => entry.blob ?? []);
      for (const [name, bytes] of gitBytes(this.root, next)) this.contents.set(name, bytes);
    }
    return this.contents.get(blob) ?? Buffer.alloc(0);
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
