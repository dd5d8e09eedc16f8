import { rmSync } from 'node:fs';
import { LARGEST_CACHE, readMemoryFile, writeMemoryFile, type MemoryContents, type StoredRecord } from './memory-file.js';

/** The latest records have a file of their own while all others are this many times as large. */
const MUCH_LARGER = 4;

/**
 * The records of one project, in two files: one with everything, and one with what has been found since that was written, so
 * that a run that finds little writes little. Each record holds by itself, whichever of them it is in and whoever wrote them.
 */
export class RecordFiles {
  /** The paths whose records are new or have changed since the file with everything was written. */
  private readonly latest: Set<string>;
  readonly contents: MemoryContents;

  /** @param file the one with everything, ending in `.cache`. @param owner what they must be about. */
  constructor(readonly file: string, private readonly owner: string) {
    const whole = readMemoryFile(file, owner);
    const recent = readMemoryFile(this.recentFile, owner);
    for (const [own, versions] of recent.records) {
      const older = (whole.records.get(own) ?? []).filter(({ key, today }) =>
        !versions.some((newer) => newer.key === key && newer.today === today));
      whole.records.set(own, [...versions, ...older]);
    }
    this.contents = { run: Math.max(whole.run, recent.run), records: whole.records, project: recent.project ?? whole.project };
    this.latest = new Set(recent.records.keys());
  }

  private get recentFile(): string {
    return this.file.replace(/\.cache$/, '-recent.cache');
  }

  /** To be called when the records of a path have changed. */
  changed(own: string): void {
    this.latest.add(own);
  }

  /** Writes what has changed. @throws the system's error. */
  write({ run, records, project }: MemoryContents): void {
    const recent = new Map([...this.latest].flatMap((own): [string, StoredRecord[]][] => {
      const versions = records.get(own);
      return versions === undefined ? [] : [[own, versions]];
    }));
    const [all, few] = [sizeOf(records), sizeOf(recent)];
    if (few * MUCH_LARGER < all && all + few <= LARGEST_CACHE) {
      writeMemoryFile(this.recentFile, this.owner, { run, records: recent, project });
      return;
    }
    writeMemoryFile(this.file, this.owner, { run, records, project });
    rmSync(this.recentFile, { force: true });
    this.latest.clear();
  }
}

/** About how many bytes a record takes in the index of a file. */
const INDEX_ENTRY = 300;

/** About how many bytes some records take. */
export function sizeOf(records: ReadonlyMap<string, readonly StoredRecord[]>): number {
  let size = 0;
  for (const versions of records.values()) for (const record of versions) size += sizeOfRecord(record);
  return size;
}

/** About how many bytes a record takes. */
export function sizeOfRecord({ packed: { bytes } }: StoredRecord): number {
  return bytes.length + INDEX_ENTRY;
}
