import { existsSync } from 'node:fs';
import type { LedgerEntry, WrittenEntry } from '../../core/model/ledger.js';
import { hasJournals, Journal, type FollowingEntry, type JournalRecord, type Writing } from './journal.js';
import { digestAt } from './on-disk.js';
import { existingStateFolder } from './state-folder.js';

/**
 * The entries that have to follow files which were written, as far as the ledger has not been written yet.
 * @param ledger its file.
 */
export function followsOf(records: readonly JournalRecord[], ledger: string): FollowingEntry[] {
  const dropped = new Set(records.flatMap((record) => ('dropped' in record ? record.dropped : [])));
  const isDone = (writing: Writing): boolean => !dropped.has(writing.temporary) && isWritten(writing);
  if (records.some((record) => 'writing' in record && record.writing.file === ledger && isDone(record.writing))) return [];
  return records.flatMap((record) => {
    const writings = writingsIn(record);
    return writings.length > 0 && writings.every(isDone) && 'follows' in record ? record.follows ?? [] : [];
  });
}

/** The files that a record is about. */
export function writingsIn(record: JournalRecord): readonly Writing[] {
  return 'writing' in record ? [record.writing] : 'together' in record ? record.together : [];
}

/**
 * Whether a file was written: it is what it should be, or somebody has changed it since. The new text lay beside the file when
 * this was noted, and was used up when it took its place: as long as it is still there, whatever else is in the file was not
 * written by the run.
 */
function isWritten({ file, temporary, before, after }: Writing): boolean {
  const now = digestAt(file);
  return now === after || (now !== before && !existsSync(temporary));
}

/** The entries of a ledger, with those that follow repaired files as they have to be. */
export function withFollows(
  entries: readonly WrittenEntry[], follows: readonly FollowingEntry[],
): { readonly entries: readonly WrittenEntry[]; readonly changes: ReadonlyMap<WrittenEntry, Partial<LedgerEntry>> } {
  const changes = new Map<WrittenEntry, Partial<LedgerEntry>>();
  if (follows.length === 0) return { entries, changes };
  const byKey = new Map(follows.map((follow) => [keyOf(follow), follow.becomes]));
  for (const entry of entries) {
    const becomes = byKey.get(keyOf(entry));
    if (becomes !== undefined) changes.set(entry, becomes);
  }
  return { entries: entries.map((entry) => (changes.has(entry) ? { ...entry, ...changes.get(entry) } : entry)), changes };
}

function keyOf({ path: own, rule, fingerprint }: Pick<LedgerEntry, 'path' | 'rule' | 'fingerprint'>): string {
  return `${own}\0${rule}\0${fingerprint}`;
}

/** What a run that was killed, or one that is writing at the moment, has yet to do about the ledger. @param ledger its file. */
export function pendingFollows(root: string, ledger: string): FollowingEntry[] {
  const folder = existingStateFolder();
  // Hardly ever is there any, and its name takes a digest.
  return folder === null || !hasJournals(folder) ? [] : followsOf(Journal.in(folder, root).read(), ledger);
}
