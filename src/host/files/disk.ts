import { readdirSync, type Dirent } from 'node:fs';
import path from 'node:path';
import type { LanguageId } from '../../core/base/language.js';
import { describeSystemError } from './errors.js';
import { oddNames, REPLACEMENT, textNames } from './odd-names.js';
import { sortByPath } from './path-order.js';
import { scriptLanguage } from './script-language.js';
import type { SkippedReading } from './source-file.js';
import { linkStatsAt } from './stats.js';
import { readTextFile, type TextReading } from './text-file.js';

/** The kinds of entry that matter here. */
export type EntryKind = 'file' | 'directory' | 'symlink' | 'special';

/** An entry of a directory. */
export interface Entry {
  readonly name: string;
  readonly kind: EntryKind;
}

/** The contents of a directory, or in words why it cannot be read. */
export type DirectoryReading = {
  /** Ordered so that walking them meets all paths in the order of their bytes. */
  readonly entries: readonly Entry[];
  /** Names that are not UTF-8, escaped: nobody can name these entries. */
  readonly odd: readonly string[];
} | { readonly failed: string };

/**
 * What has been read of directories and of files of configuration, and what is open in an editor instead. Everything is read
 * once, until it is forgotten.
 */
export class Disk {
  private directories = new Map<string, DirectoryReading>();
  private texts = new Map<string, TextReading>();
  private kinds = new Map<string, EntryKind | undefined>();
  /** The texts of documents that are open and not saved, by their absolute paths. */
  private readonly documents = new Map<string, string>();
  /** Files whose text decides about others: they were asked for as configuration. */
  private readonly decisive = new Set<string>();
  /** Changes whenever something is forgotten. */
  generation = 0;

  /** The entries of a directory. @param absolute its path. */
  entriesOf(absolute: string): DirectoryReading {
    let reading = this.directories.get(absolute);
    if (reading === undefined) {
      this.directories.set(absolute, (reading = withDocuments(readDirectory(absolute), absolute, this.documents.keys())));
    }
    return reading;
  }

  /** What is at a path, without following links; undefined if there is nothing. */
  kindOf(absolute: string): EntryKind | undefined {
    if (this.documents.has(absolute)) return 'file';
    const around = this.directories.get(path.dirname(absolute));
    if (around !== undefined && 'entries' in around) {
      const name = path.basename(absolute);
      return around.entries.find((entry) => entry.name === name)?.kind;
    }
    if (!this.kinds.has(absolute)) this.kinds.set(absolute, kindAt(absolute));
    return this.kinds.get(absolute);
  }

  /** The text of a file of configuration. */
  textOf(absolute: string): TextReading {
    this.decisive.add(absolute);
    const document = this.documents.get(absolute);
    if (document !== undefined) return { text: document };
    let reading = this.texts.get(absolute);
    if (reading === undefined) this.texts.set(absolute, (reading = readTextFile(absolute)));
    return reading;
  }

  /** Whether a file was asked for as configuration, so that its text decides about others. */
  isDecisive(absolute: string): boolean {
    return this.decisive.has(absolute);
  }

  /** The text of an open, unsaved document, which is read instead of the file; undefined if there is none. */
  documentAt(absolute: string): string | SkippedReading | undefined {
    return this.documents.get(absolute);
  }

  /**
   * The object of git's that is read instead of a file, once it is inspected; undefined if the file on the disk or a document is
   * read.
   * @param _absolute its path.
   */
  storedAt(_absolute: string): { readonly object: string } | undefined {
    return undefined;
  }

  /** The language of a file by its first line; null if that names no interpreter or cannot be read. */
  scriptLanguageOf(absolute: string): LanguageId | null {
    return scriptLanguage(absolute);
  }

  /** Reads a text instead of a file from now on; with null, the file on the disk again. */
  open(absolute: string, text: string | null): void {
    // Only one case makes a new text of an open source file matter to what was listed: without an extension, its first line
    // decides its language.
    if (text !== null && this.documents.has(absolute) && !this.decisive.has(absolute) && path.extname(absolute) !== '') {
      this.documents.set(absolute, text);
      return;
    }
    this.forget(absolute);
    // Its directories may exist only as long as it is open.
    for (let around = path.dirname(absolute); around !== path.dirname(around); around = path.dirname(around)) {
      this.directories.delete(around);
    }
    if (text === null) this.documents.delete(absolute);
    else this.documents.set(absolute, text);
  }

  /** Forgets everything that was read. */
  forgetAll(): void {
    this.generation += 1;
    this.directories = new Map();
    this.texts = new Map();
    this.kinds = new Map();
  }

  /** Forgets what has been read at a path, of what is below it, and of the directory around it. @param absolute its path. */
  forget(absolute: string): void {
    this.generation += 1;
    const below = absolute.endsWith(path.sep) ? absolute : `${absolute}${path.sep}`;
    for (const map of [this.directories, this.texts, this.kinds]) {
      for (const key of map.keys()) if (key === absolute || key.startsWith(below)) map.delete(key);
    }
    this.directories.delete(path.dirname(absolute));
  }
}

/** A directory with the documents in it that are on no disk yet, and the directories that these are in. */
function withDocuments(reading: DirectoryReading, absolute: string, documents: Iterable<string>): DirectoryReading {
  const below = `${absolute}${path.sep}`;
  const known = new Set('entries' in reading ? reading.entries.map(({ name }) => name) : []);
  const added: Entry[] = [];
  for (const document of documents) {
    if (!document.startsWith(below)) continue;
    const [name = '', ...inner] = document.slice(below.length).split(path.sep);
    if (known.has(name)) continue;
    known.add(name);
    added.push({ name, kind: inner.length === 0 ? 'file' : 'directory' });
  }
  if (added.length === 0) return reading;
  const entries = [...('entries' in reading ? reading.entries : []), ...added];
  sortByPath(entries, ({ name, kind }) => (kind === 'directory' ? `${name}/` : name));
  return { entries, odd: 'entries' in reading ? reading.odd : [] };
}

function readDirectory(absolute: string): DirectoryReading {
  try {
    const entries = readdirSync(absolute, { withFileTypes: true });
    const isOdd = entries.some(({ name }) => name.includes(REPLACEMENT));
    const own = isOdd ? new Set(textNames(absolute)) : null;
    const known = own === null ? entries : entries.filter(({ name }) => own.has(name));
    sortByPath(known, (entry) => (entry.isDirectory() ? `${entry.name}/` : entry.name));
    return {
      entries: known.map((entry) => ({ name: entry.name, kind: kindOfEntry(entry) })), odd: isOdd ? oddNames(absolute) : [],
    };
  } catch (error) {
    return { failed: describeSystemError(error) };
  }
}

function kindOfEntry(entry: Dirent): EntryKind {
  return entry.isFile() ? 'file' : entry.isDirectory() ? 'directory' : entry.isSymbolicLink() ? 'symlink' : 'special';
}

function kindAt(absolute: string): EntryKind | undefined {
  const stats = linkStatsAt(absolute);
  if (stats === undefined) return undefined;
  return stats.isFile() ? 'file' : stats.isDirectory() ? 'directory' : stats.isSymbolicLink() ? 'symlink' : 'special';
}
