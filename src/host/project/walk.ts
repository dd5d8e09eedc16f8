import type { LanguageId } from '../../core/base/language.js';
import type { IncompletePath, PatternOrigin, SkippedPath } from '../../core/model/scope.js';
import type { EntryKind } from '../files/disk.js';
import { sortByPath } from '../files/path-order.js';
import type { Watch } from '../files/watch.js';
import { pathIn, type Directory, type Tree } from './tree.js';

/** A file in scope according to its path. */
interface FoundFile {
  readonly path: string;
  readonly name: string;
  readonly language: LanguageId;
  readonly directory: Directory;
}

/** Something that a pattern excludes, with its directory. */
export interface TakenOut {
  readonly directory: Directory;
  readonly name: string;
  readonly isDirectory: boolean;
  readonly by: PatternOrigin;
}

/** Lists files without opening them, in the order of the paths' bytes. */
export class TreeWalker {
  files: FoundFile[] = [];
  skipped: SkippedPath[] = [];
  readonly incomplete: IncompletePath[] = [];
  /** Paths of files that a negated pattern re-includes. */
  readonly own = new Set<string>();
  /** What patterns exclude. */
  readonly takenOut: TakenOut[] = [];
  /** The directories that were listed, and those around them. */
  readonly directories = new Set<Directory>();

  /** @param opens whether files without a language by name may be opened, to look for an interpreter line. */
  constructor(private readonly tree: Tree, private readonly opens: boolean, private readonly watch: Watch) {
    watch.begins('Listing files', null);
  }

  /** Lists what is in a directory, and below it. */
  walk(directory: Directory): void {
    this.directories.add(directory);
    const reading = this.tree.entriesOf(directory);
    if ('failed' in reading) {
      this.incomplete.push({ path: `${directory.path}/`, reason: { code: 'unreadable', why: reading.failed } });
      return;
    }
    for (const name of reading.odd) this.incomplete.push({ path: pathIn(directory, name), reason: { code: 'name-not-utf8' } });
    for (const { name, kind } of reading.entries) {
      const isDirectory = kind === 'directory';
      const exclusion = directory.scope.exclusionOf(name, isDirectory);
      if (exclusion !== null) {
        const own = pathIn(directory, name);
        this.skipped.push({ path: isDirectory ? `${own}/` : own, ...exclusion });
        if (exclusion.reason === 'ignored') this.takenOut.push({ directory, name, isDirectory, by: exclusion.by });
      } else if (isDirectory) this.walk(this.tree.listedChild(directory, name));
      else this.addFile(directory, name, kind);
    }
  }

  /** Each path once, sorted: targets may overlap. */
  tidy(): void {
    this.files = once(this.files);
    this.skipped = once(this.skipped);
  }

  /** Adds a file of `directory`, to the files or to what is skipped. */
  addFile(directory: Directory, name: string, kind: EntryKind): void {
    const own = pathIn(directory, name);
    this.watch.reaches(this.files.length + this.skipped.length, own);
    const reason = kind === 'symlink' ? 'symlink' : kind === 'special' ? 'not-a-file' : null;
    if (reason !== null) {
      this.skipped.push({ path: own, reason, by: null });
      return;
    }
    const language = directory.languages.languageOf(name) ?? (this.opens ? this.tree.scriptLanguageOf(own) : null);
    if (language === null) {
      this.skipped.push({ path: own, reason: 'no-language', by: null });
      return;
    }
    if (directory.scope.isOwn(name)) this.own.add(own);
    this.files.push({ path: own, name, language, directory });
  }
}

function once<Item extends { readonly path: string }>(items: readonly Item[]): Item[] {
  return sortByPath([...new Map(items.map((item) => [item.path, item])).values()], (item) => item.path);
}
