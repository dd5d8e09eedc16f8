import {
  closeSync, existsSync, fsyncSync, ftruncateSync, fstatSync, openSync, readdirSync, readFileSync, rmSync, writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import { oddKindOf } from '../files/stats.js';
import { syncDirectory } from './replace-file.js';
import { stateFiles } from './state-folder.js';

/** A known finding whose fingerprint changes with a file: its entry in the ledger, and what that becomes. */
const FOLLOWED = z.strictObject({
  path: z.string(),
  rule: z.string(),
  fingerprint: z.string(),
  becomes: z.strictObject({ fingerprint: z.string(), code: z.string() }),
});

/**
 * A file whose new text lies beside it and is about to take its place. Paths are absolute; digests as of {@link digestOf}, null
 * for a file that does not exist.
 */
const WRITING = z.strictObject(
  { file: z.string(), temporary: z.string(), kept: z.string().optional(), before: z.string().nullable(), after: z.string() },
);

const RECORD = z.union([
  z.strictObject({ staging: z.array(z.string()) }),
  z.strictObject({ dropped: z.array(z.string()) }),
  z.strictObject({ writing: WRITING, follows: z.array(FOLLOWED) }),
  z.strictObject({ together: z.array(WRITING.extend({ text: z.string() })), follows: z.array(FOLLOWED).optional() }),
]);

/** A ledger entry that has to follow a repair. */
export type FollowingEntry = z.infer<typeof FOLLOWED>;

/** A file that is about to be written. */
export type Writing = z.infer<typeof WRITING>;

/**
 * What a run notes down before it writes: the temporary files that it is about to create; then one file and what follows from it,
 * or files that belong together, with their new texts; and which of these, by their temporary files, were not written after all.
 */
export type JournalRecord = z.infer<typeof RECORD>;

/**
 * The notes of a run about what it is writing. If the run is killed, the next one completes it. One line a record; a line that is
 * cut off was being noted when the run was killed, so nothing had been done about it.
 */
export class Journal {
  private constructor(readonly file: string) {}

  /** The journal of a project in a folder for state. */
  static in(folder: string, root: string): Journal {
    return new Journal(stateFiles(root, folder).journal);
  }

  /** The records of a run that was killed; empty if there was none. */
  read(): readonly JournalRecord[] {
    if (!this.exists() || oddKindOf(this.file) !== null) return [];
    try {
      return readFileSync(this.file, 'utf8').split('\n').flatMap((line) => recordOf(line) ?? []);
    } catch {
      return [];
    }
  }

  /** Whether a run was killed, or is writing at the moment. */
  exists(): boolean {
    return existsSync(this.file);
  }

  /**
   * Notes something down.
   * @param isNeeded whether something is lost without this record after a power failure.
   * @throws the system's error; then nothing was noted.
   */
  note(record: JournalRecord, isNeeded: boolean): void {
    const descriptor = openSync(this.file, 'a', 0o600);
    try {
      const { size } = fstatSync(descriptor);
      try {
        writeFileSync(descriptor, `${JSON.stringify(record)}\n`);
        if (isNeeded) fsyncSync(descriptor);
        if (isNeeded && size === 0) syncDirectory(path.dirname(this.file));
      } catch (error) {
        ftruncateSync(descriptor, size);
        throw error;
      }
    } finally {
      closeSync(descriptor);
    }
  }

  /** To be called once everything in it is done. */
  remove(): void {
    rmSync(this.file, { force: true });
  }
}

/** Whether a run was killed in any project, or is writing at the moment. */
export function hasJournals(folder: string): boolean {
  return readdirSync(folder).some((name) => name.endsWith('.journal'));
}

function recordOf(line: string): JournalRecord | null {
  try {
    return RECORD.parse(JSON.parse(line));
  } catch {
    return null;
  }
}
