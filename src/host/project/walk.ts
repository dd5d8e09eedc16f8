import { readdirSync, type Dirent } from 'node:fs';
import path from 'node:path';
import type { DecidedRules } from '../../core/model/rule-set.js';
import type { CheckedFile, IncompletePath, SkippedPath } from '../../core/model/scope.js';
import type { Resolver } from '../../core/cascade/resolver.js';
import type { TakenOut } from './guarded-out.js';
import type { Directory, DirectoryReader, EntryKind } from './directory.js';
import { describeSystemError } from '../files/errors.js';
import { oddNames, REPLACEMENT, textNames } from '../files/odd-names.js';
import { sortByPath } from '../files/path-order.js';
import type { Watch } from '../files/watch.js';
import { scriptLanguage } from '../files/script-language.js';

/** A file in scope according to its path, with its directory. */
export interface ListedFile extends CheckedFile {
  readonly rules: DecidedRules;
}

/** The contents of the tree, in the order of the paths' bytes. */
export interface Listing {
  readonly files: ListedFile[];
  readonly skipped: SkippedPath[];
  readonly incomplete: IncompletePath[];
  /** Paths of files that a negated pattern re-includes. */
  readonly own: Set<string>;
  /** What patterns exclude, with its directory. */
  readonly takenOut: TakenOut[];
}

/** Lists files without opening them, with the rules for each. */
export class TreeWalker {
  readonly listing: Listing = { files: [], skipped: [], incomplete: [], own: new Set(), takenOut: [] };

  /** @param opens whether files without a language by name may be opened, to look for an interpreter line. */
  constructor(private readonly root: string, private readonly reader: DirectoryReader, private readonly resolver: Resolver, private readonly opens: boolean, private readonly watch: Watch) {
    watch.begins('Listing files', null);
  }

  /** Lists the whole tree. */
  walkRoot(): void {
    const entries = this.readEntries('');
    if (entries !== null) this.walkEntries(this.reader.readRoot(lookupIn(entries)), entries);
  }

  /** Lists what is below `name` in `parent`. */
  walkChild(parent: Directory, name: string): void {
    const own = joined(parent, name);
    const entries = this.readEntries(own);
    if (entries !== null) this.walkEntries(this.reader.readChild(parent, name, false, lookupIn(entries)), entries);
  }

  /** Adds a file of `directory`, to the files or to what is skipped. */
  addFile(directory: Directory, name: string, kind: EntryKind): void {
    const own = joined(directory, name);
    this.watch.reaches(this.listing.files.length + this.listing.skipped.length, own);
    const reason = kind === 'symlink' ? 'symlink' : kind === 'special' ? 'not-a-file' : null;
    if (reason !== null) {
      this.listing.skipped.push({ path: own, reason, by: null });
      return;
    }
    const language = directory.languages.languageOf(name) ?? (this.opens ? scriptLanguage(path.join(this.root, own)) : null);
    if (language === null) this.listing.skipped.push({ path: own, reason: 'no-language', by: null });
    else {
      if (directory.scope.isOwn(name)) this.listing.own.add(own);
      this.listing.files.push({ path: own, language, rules: directory.rules.rulesFor(name, language, this.resolver) });
    }
  }

  private walkEntries(directory: Directory, entries: readonly Dirent[]): void {
    for (const entry of entries) {
      const { name } = entry;
      const kind = kindOf(entry);
      const exclusion = directory.scope.exclusionOf(name, kind === 'directory');
      const own = joined(directory, name);
      if (exclusion !== null) {
        this.listing.skipped.push({ path: kind === 'directory' ? `${own}/` : own, ...exclusion });
        if (exclusion.reason === 'ignored') this.listing.takenOut.push({ directory, name, isDirectory: kind === 'directory', by: exclusion.by });
      } else if (kind === 'directory') this.walkChild(directory, name);
      else this.addFile(directory, name, kind);
    }
  }

  /** The entries of a directory, ordered so that walking them meets all paths in the order of their bytes. */
  private readEntries(directory: string): Dirent[] | null {
    try {
      const entries = readdirSync(path.join(this.root, directory), { withFileTypes: true });
      return sortByPath(this.withoutOddNames(directory, entries), (entry) => (entry.isDirectory() ? `${entry.name}/` : entry.name));
    } catch (error) {
      this.listing.incomplete.push({ path: `${directory}/`, reason: describeSystemError(error) });
      return null;
    }
  }

  /** Entries whose names are valid text; the others cannot be named and make the answer incomplete. */
  private withoutOddNames(directory: string, entries: Dirent[]): Dirent[] {
    if (!entries.some(({ name }) => name.includes(REPLACEMENT))) return entries;
    for (const name of oddNames(path.join(this.root, directory))) {
      this.listing.incomplete.push({ path: directory === '' ? name : `${directory}/${name}`, reason: 'its name is not UTF-8' });
    }
    const own = new Set(textNames(path.join(this.root, directory)));
    return entries.filter(({ name }) => own.has(name));
  }
}

function lookupIn(entries: readonly Dirent[]): (name: string) => EntryKind | undefined {
  return (name) => {
    const entry = entries.find((candidate) => candidate.name === name);
    return entry && kindOf(entry);
  };
}

function kindOf(entry: Dirent): EntryKind {
  return entry.isFile() ? 'file' : entry.isDirectory() ? 'directory' : entry.isSymbolicLink() ? 'symlink' : 'special';
}

function joined(directory: Directory, name: string): string {
  return directory.path === '' ? name : `${directory.path}/${name}`;
}
