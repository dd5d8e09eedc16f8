import { utimesSync } from 'node:fs';
import path from 'node:path';
import { readBytes } from '../files/source-file.js';
import { linkStatsAt } from '../files/stats.js';
import { clearOthers, withinBounds } from './memory-bounds.js';
import { type MemoryContents, type StoredProject, type StoredRecord } from './memory-file.js';
import { contentDigest } from '../files/digests.js';
import type { LanguageId } from '../../core/base/language.js';
import type { Facts } from '../../core/facts/facts.js';
import { hasFactsOf, packed, unpacked, unpackedFacts, type RecordData } from './record.js';
import { RecordFiles } from './record-files.js';
import { isUnchanged, stampOf, type FileStamp } from '../files/stamp.js';

/** How many versions of one file are kept, those used last: trials of other rules come back to the first ones. */
const MOST_VERSIONS = 4;

/**
 * After how long a run marks the file of records as used again, in milliseconds, so that it is not removed as the longest unused.
 */
const A_DAY = 24 * 60 * 60 * 1000;

/** The shortest time between two writings, in milliseconds: a long session would otherwise write everything after each change. */
const SOON = 10_000;

/** The prefix of the key of a record that holds only facts: no rule has looked at the file. */
export const FACTS_ALONE = 'facts ';

/** What was found in a file that was read. */
interface NewRecord {
  readonly path: string;
  readonly key: string;
  readonly digest: string;
  readonly stamp: FileStamp;
  readonly today: string | null;
  readonly data: RecordData;
  /** What it contributes to what is known of the project; null if that is not known. */
  readonly facts: Facts | null;
  /** The build of Elvar that found it, and the settings by which it read files. */
  readonly origin: string;
}

/** What a file contributes to what is known of a project. */
export class StoredFacts {
  constructor(private readonly packed: StoredRecord['packed']) {}

  /** A checksum of the facts: equal facts have equal ones. */
  get check(): number {
    return this.packed.parts?.[7] ?? 0;
  }

  /** Null if the file is not checked. */
  read(): Facts | null {
    return unpackedFacts(this.packed);
  }
}

/** What was found in a file last. */
export interface LatestLook {
  readonly key: string;
  readonly today: string | null;
  /** When, in milliseconds since 1970. */
  readonly looked: number;
  readonly data: RecordData;
  /** Whether the file has another content now. */
  readonly isChanged: boolean;
}

/** What earlier runs have found in the files of one project. Whatever goes wrong with it, runs do without. */
export class DiskMemory {
  private readonly files: RecordFiles;
  private readonly contents: MemoryContents;
  private run: number;
  private isDirty = false;
  private project: StoredProject | null;
  /** When it was last written, in milliseconds since 1970. */
  private saved = 0;
  /** The stamps of files that were found unchanged in this run. */
  private readonly unchanged = new Map<string, FileStamp>();
  /** The digests of files that were read because their stamps could not show that they are unchanged. */
  private readonly digests = new Map<string, { readonly digest: string; readonly stamp: FileStamp } | null>();

  /** @param folder where the caches of all projects are. @param root the project's, absolute. */
  constructor(private readonly folder: string, private readonly root: string) {
    this.files = new RecordFiles(path.join(folder, `${contentDigest(Buffer.from(root)).replace(/\W/g, '-')}.cache`), root);
    this.contents = this.files.contents;
    this.run = this.contents.run;
    this.project = this.contents.project;
  }

  /** To be called at the beginning of a run: files may have changed since they were last read. */
  begin(): void {
    this.run += 1;
    this.digests.clear();
    this.unchanged.clear();
  }

  /**
   * What was found in a file by the same rules.
   * @param own relative to the root.
   * @param today as YYYY-MM-DD.
   * @returns null if that is not known.
   */
  find(own: string, key: string, today: string): { readonly data: RecordData; readonly today: string | null } | null {
    const versions = this.contents.records.get(own) ?? [];
    const known = versions.filter((record) => record.key === key && (record.today === null || record.today === today));
    for (const record of known) {
      if (!this.isAbout(record, own)) continue;
      const data = unpacked(record.packed);
      if (data === null) break;
      record.used = this.run;
      return { data, today: record.today };
    }
    return null;
  }

  /**
   * What a file contributes to what is known of the project; undefined if that is not known.
   * @param origin the build of Elvar that must have found it, and the settings by which it read files.
   */
  factsOf(own: string, language: LanguageId, origin: string): StoredFacts | undefined {
    for (const record of this.contents.records.get(own) ?? []) {
      if (record.origin === origin
          && (record.packed.parts === null || hasFactsOf(record.packed, language)) && this.isAbout(record, own)) {
        return new StoredFacts(record.packed);
      }
    }
    return undefined;
  }

  /** What was worked out from the facts of all files of a state of the project. */
  projectIn(state: string): StoredProject['findings'] | null {
    return this.project?.state === state ? this.project.findings : null;
  }

  /** Remembers what was worked out from the facts of all files. */
  putProject(project: StoredProject): void {
    this.project = project;
    this.isDirty = true;
  }

  /**
   * What was last found in a file: by the rules of today if that is known, else whatever they were; null if nothing is known.
   * @param isOfToday whether a key is that of the rules of today: a trial of others may have been later.
   */
  latest(own: string, isOfToday: (key: string) => boolean): LatestLook | null {
    const looks = (this.contents.records.get(own) ?? []).filter(({ key }) => !key.startsWith(FACTS_ALONE));
    const record = looks.find(({ key }) => isOfToday(key)) ?? looks[0];
    const data = record === undefined ? null : unpacked(record.packed);
    if (record === undefined || data === null) return null;
    return { key: record.key, today: record.today, looked: record.stamp.read, data, isChanged: !this.isAbout(record, own) };
  }

  private isAbout(record: StoredRecord, own: string): boolean {
    if (this.unchanged.get(own) === record.stamp) return true;
    if (isUnchanged(pathOf(this.root, own), record.stamp)) {
      this.unchanged.set(own, record.stamp);
      return true;
    }
    // If the size differs, so do the contents; and it may be huge.
    if (linkStatsAt(pathOf(this.root, own))?.size !== record.stamp.size) return false;
    const now = this.contentOf(own);
    if (now?.digest !== record.digest) return false;
    this.replace(own, record, { ...record, stamp: now.stamp });
    return true;
  }

  private contentOf(own: string): { readonly digest: string; readonly stamp: FileStamp } | null {
    let content = this.digests.get(own);
    if (content === undefined) {
      const read = Date.now();
      const found = readBytes(pathOf(this.root, own));
      content = found === null ? null : { digest: contentDigest(found.bytes), stamp: stampOf(found.stats, read) };
      this.digests.set(own, content);
    }
    return content;
  }

  /** Remembers what was found. */
  put({ path: own, key, digest, stamp, today, data, facts, origin }: NewRecord): void {
    const record: StoredRecord = { key, digest, stamp, today, used: this.run, origin, packed: packed(data, facts) };
    this.replace(own, null, record);
  }

  private replace(own: string, before: StoredRecord | null, after: StoredRecord): void {
    const others = (this.contents.records.get(own) ?? []).filter((record) =>
      record !== before && !(record.key === after.key && record.today === after.today));
    this.contents.records.set(own, [after, ...others.sort((a, b) => b.used - a.used)].slice(0, MOST_VERSIONS));
    this.files.changed(own);
    this.isDirty = true;
  }

  /**
   * Writes what is new, if anything is.
   * @param isLast whether nothing follows; else, what comes soon after another writing waits for the next.
   */
  save(isLast = false): void {
    if (!isLast && Date.now() - this.saved < SOON) return;
    try {
      if (this.isDirty) {
        this.saved = Date.now();
        this.files.write({ run: this.run, records: withinBounds(this.contents.records), project: this.project });
        this.isDirty = false;
        clearOthers(this.folder, this.files.file);
      } else if (Date.now() - (linkStatsAt(this.files.file)?.mtimeMs ?? Infinity) > A_DAY) {
        utimesSync(this.files.file, new Date(), new Date());
      }
    } catch {
      // There may be no room for a cache, or it may not be writable.
    }
  }
}

/** Joined by hand: `path.join` takes longer than the system's answer about the file. */
function pathOf(root: string, own: string): string {
  return `${root}/${own}`;
}
