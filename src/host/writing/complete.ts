import { rmSync } from 'node:fs';
import path from 'node:path';
import { readLedger } from '../../core/ledger/read-ledger.js';
import { writeLedger } from '../../core/ledger/write-ledger.js';
import { LARGEST_LEDGER, LEDGER_FILE } from '../files/own-files.js';
import { makeDirectory } from '../files/make-directory.js';
import type { Completion, FailedCompletion } from '../files/watch.js';
import { relativeTo } from '../files/target-path.js';
import { readTextFile } from '../files/text-file.js';
import { attempt } from './attempt.js';
import { followsOf, withFollows } from './following.js';
import type { Journal, JournalRecord } from './journal.js';
import { digestAt, digestOf } from './on-disk.js';
import { replaceFile, temporaryFor } from './replace-file.js';

/** Nothing was left to do. */
export const NOTHING_LEFT: Completion = { written: [], followed: 0, failed: [] };

/** Does what is left of a run: one that was killed, or one's own. Must be called by the run that holds the lock. */
export function complete(root: string, journal: Journal): Completion {
  if (!journal.exists()) return NOTHING_LEFT;
  const records = journal.read();
  const group = records.findLast((record) => 'together' in record);
  const grouped = completeGroup(root, group !== undefined && 'together' in group ? group.together : []);
  const ledger = completeLedger(root, journal, records);
  // After the ledger: a temporary file shows that its file was not written.
  for (const { temporary } of records.flatMap((record) => ('together' in record ? record.together : [record.writing]))) attempt(() => rmSync(temporary, { force: true }));
  if (ledger.why === null && !grouped.failed.some(({ isPending }) => isPending)) journal.remove();
  return { ...grouped, followed: ledger.followed, failed: [...grouped.failed, ...(ledger.why === null ? [] : [{ file: LEDGER_FILE, why: ledger.why, isPending: false }])] };
}

type Group = Extract<JournalRecord, { readonly together: unknown }>['together'];

/** Writes those that are not written yet. What somebody else has changed since then stays. */
function completeGroup(root: string, group: Group): Pick<Completion, 'written' | 'failed'> {
  const written: string[] = [];
  const failed: FailedCompletion[] = [];
  for (const { file, before, after, text, temporary } of group) {
    const now = digestAt(file);
    if (now === after) continue;
    if (now !== before) {
      failed.push({ file: relativeTo(root, file), why: 'it has changed since then', isPending: false });
      continue;
    }
    const why = attempt(() => {
      rmSync(temporary, { force: true });
      makeDirectory(path.dirname(file));
      replaceFile(file, text, temporary);
    });
    if (why === null) written.push(relativeTo(root, file));
    else failed.push({ file: relativeTo(root, file), why, isPending: true });
  }
  return { written, failed };
}

/** Lets the ledger follow. It is read anew, so what others have changed in it stays. */
function completeLedger(root: string, journal: Journal, records: readonly JournalRecord[]): { readonly followed: number; readonly why: string | null } {
  if (!records.some(({ follows }) => follows !== undefined && follows.length > 0)) return { followed: 0, why: null };
  const file = path.join(root, LEDGER_FILE);
  if (digestAt(file) === null) return { followed: 0, why: null };
  const reading = readTextFile(file, LARGEST_LEDGER);
  if ('failed' in reading) return { followed: 0, why: reading.failed };
  const { entries, problems } = readLedger(reading.text, LEDGER_FILE);
  if (problems.length > 0) return { followed: 0, why: 'it has mistakes' };
  const { changes } = withFollows(entries, followsOf(records, file));
  const after = writeLedger(reading.text, entries.map((kept) => ({ kept, changes: changes.get(kept) ?? {} })));
  if (changes.size === 0 || after === reading.text) return { followed: 0, why: null };
  const temporary = temporaryFor(file);
  const why = attempt(() => {
    journal.note({ writing: { file, temporary, before: digestOf(reading.text), after: digestOf(after) }, follows: [] }, true);
    replaceFile(file, after, temporary);
  });
  return { followed: why === null ? changes.size : 0, why };
}
