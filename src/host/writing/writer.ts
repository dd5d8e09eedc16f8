import { rmSync } from 'node:fs';
import path from 'node:path';
import { makeDirectory } from '../files/make-directory.js';
import { attempt } from './attempt.js';
import { complete } from './complete.js';
import type { FileChange, WriteOutcome } from './file-change.js';
import type { FollowingEntry, Journal } from './journal.js';
import { digestOf, hindrance } from './on-disk.js';
import { putInPlace, replaceFile, stage, temporaryFor } from './replace-file.js';

/** Writes files of a project for the run that holds its lock. Each file is replaced in one step, and only if it is still what was read. */
export class Writer {
  /** How many files have been written. */
  written = 0;

  constructor(private readonly root: string, private readonly journal: Journal) {}

  /** Writes one file, keeping its mode. @param follows the entries of the ledger that have to follow it. */
  write({ file, before, after }: FileChange, follows: readonly FollowingEntry[] = []): WriteOutcome {
    const hindered = hindrance(file, before);
    if (hindered !== null) return hindered;
    const temporary = temporaryFor(file);
    const record = { writing: { file, temporary, before: before === null ? null : digestOf(before), after: digestOf(after) }, follows: [...follows] };
    const failed = attempt(() => this.journal.note(record, follows.length > 0));
    // Without a record the worst that can happen is that a temporary file is left; unless the ledger depends on it.
    if (failed !== null && follows.length > 0) return `its ledger entries could not follow: ${failed}`;
    return attempt(() => {
      if (before === null) makeDirectory(path.dirname(file));
      replaceFile(file, after, temporary);
      this.written += 1;
    });
  }

  /** Lets the ledger follow the files that have been written. */
  ledgerFollows(): WriteOutcome {
    return complete(this.root, this.journal).failed[0]?.why ?? null;
  }

  /** Writes files that belong together: all of them or none, even if the run is killed. @param follows the entries of the ledger that have to follow them. @returns the file that is in the way; null if all were written. */
  together(changes: readonly FileChange[], follows: readonly FollowingEntry[] = []): UnwrittenFile | null {
    if (changes.length === 0) return null;
    for (const { file, before } of changes) {
      const why = hindrance(file, before);
      if (why !== null) return { file, why };
    }
    const planned = changes.map((change) => ({ ...change, temporary: temporaryFor(change.file) }));
    const unnoted = attempt(() => this.journal.note({ together: planned.map(({ file, temporary, before, after }) => ({ file, temporary, before: before === null ? null : digestOf(before), after: digestOf(after), text: after })), ...(follows.length > 0 && { follows: [...follows] }) }, true));
    if (unnoted !== null) return { file: this.journal.file, why: unnoted };
    const failed = stageAll(planned) ?? placeAll(planned);
    if (failed === null) this.written += planned.length;
    // What was noted must not be completed by the next run.
    else this.journal.remove();
    return failed;
  }
}

/** A file that cannot be written, and why. */
export interface UnwrittenFile {
  readonly file: string;
  readonly why: string;
}

interface PlannedChange extends FileChange {
  readonly temporary: string;
}

/** Room and permissions show here, while everything can still be taken back. */
function stageAll(changes: readonly PlannedChange[]): UnwrittenFile | null {
  for (const { file, before, after, temporary } of changes) {
    const why = attempt(() => {
      if (before === null) makeDirectory(path.dirname(file));
      stage(temporary, file, after);
    });
    if (why === null) continue;
    for (const { temporary: staged } of changes) attempt(() => rmSync(staged, { force: true }));
    return { file, why };
  }
  return null;
}

function placeAll(changes: readonly PlannedChange[]): UnwrittenFile | null {
  for (const [index, { file, temporary }] of changes.entries()) {
    const why = attempt(() => putInPlace(temporary, file));
    if (why === null) continue;
    for (const { temporary: staged } of changes.slice(index)) attempt(() => rmSync(staged, { force: true }));
    for (const { file: done, before } of changes.slice(0, index)) {
      attempt(() => (before === null ? rmSync(done, { force: true }) : replaceFile(done, before)));
    }
    return { file, why };
  }
  return null;
}
