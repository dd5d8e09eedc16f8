import { existsSync, readFileSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { readLedger } from '../../core/ledger/read-ledger.js';
import { writeLedger } from '../../core/ledger/write-ledger.js';
import { LARGEST_LEDGER, LEDGER_FILE } from '../files/own-files.js';
import { linkStatsAt } from '../files/stats.js';
import type { Completion, FailedCompletion, KeptText } from '../files/watch.js';
import { relativeTo } from '../files/target-path.js';
import { readTextFile } from '../files/text-file.js';
import { attempt } from './attempt.js';
import { followsOf, withFollows, writingsIn } from './following.js';
import type { Journal, JournalRecord, Writing } from './journal.js';
import { digestAt, digestOf } from './on-disk.js';
import { Placement } from './placement.js';
import { writeOne } from './write-one.js';

/** Nothing was left to do. */
const NOTHING_LEFT: Completion = { written: [], followed: 0, failed: [], kept: [] };

/** Does what is left of a run: one that was killed, or one's own. Must be called by the run that holds the lock. */
export function complete(root: string, journal: Journal): Completion {
  if (!journal.exists()) return NOTHING_LEFT;
  const records = journal.read();
  const dropped = new Set(records.flatMap((record) => ('dropped' in record ? record.dropped : [])));
  const group = records.findLast((record) => 'together' in record);
  const grouped = completeGroup(
    root, group !== undefined && 'together' in group ? group.together.filter(({ temporary }) => !dropped.has(temporary)) : [],
  );
  const ledger = completeLedger(root, journal, records);
  // After the ledger: a temporary file shows that its file was not written.
  const kept = removeBeside(root, records);
  if (ledger.why === null && !grouped.failed.some(({ isPending }) => isPending)) journal.remove();
  return {
    ...grouped,
    followed: ledger.followed,
    kept,
    failed: [...grouped.failed, ...(ledger.why === null ? [] : [{ file: LEDGER_FILE, why: ledger.why, isPending: false }])],
  };
}

type Group = Extract<JournalRecord, { readonly together: unknown }>['together'];

/** Writes those that are not written yet. What somebody else has changed since then stays. */
function completeGroup(root: string, group: Group): Pick<Completion, 'written' | 'failed'> {
  const written: string[] = [];
  const failed: FailedCompletion[] = [];
  for (const writing of group) {
    const { file, before, after, text, temporary, kept } = writing;
    const now = digestAt(file);
    if (now === after) continue;
    if (now !== before) {
      failed.push({ file: relativeTo(root, file), why: 'it has changed since then', isPending: false });
      continue;
    }
    // By the names that are noted: if this run is killed too, the next one finds them.
    for (const left of [temporary, ...(kept === undefined || isStrangers(kept, writing) ? [] : [kept])]) {
      attempt(() => rmSync(left, { force: true }));
    }
    const placement = new Placement(
      { file, before, after: text }, kept === undefined || isStrangers(kept, writing) ? { temporary } : { temporary, kept },
    );
    const why = placement.stage() ?? placement.place();
    placement.settle();
    if (why === null) written.push(relativeTo(root, file));
    else failed.push({ file: relativeTo(root, file), why, isPending: true });
  }
  return { written, failed };
}

/** Lets the ledger follow. It is read anew, so what others have changed in it stays. */
function completeLedger(
  root: string, journal: Journal, records: readonly JournalRecord[],
): { readonly followed: number; readonly why: string | null } {
  if (!records.some((record) => 'follows' in record && record.follows !== undefined && record.follows.length > 0)) {
    return { followed: 0, why: null };
  }
  const file = path.join(root, LEDGER_FILE);
  if (digestAt(file) === null) return { followed: 0, why: null };
  const reading = readTextFile(file, LARGEST_LEDGER);
  if ('failed' in reading) return { followed: 0, why: reading.failed };
  const { entries, problems } = readLedger(reading.text, LEDGER_FILE);
  if (problems.length > 0) return { followed: 0, why: 'it has mistakes' };
  const { changes } = withFollows(entries, followsOf(records, file));
  const after = writeLedger(reading.text, entries.map((kept) => ({ kept, changes: changes.get(kept) ?? {} })));
  if (changes.size === 0 || after === reading.text) return { followed: 0, why: null };
  const placement = new Placement({ file, before: digestOf(reading.text), after });
  const why = writeOne(journal, placement, []);
  placement.settle();
  return { followed: why === null ? changes.size : 0, why };
}

/** Removes what lies beside files that were being written, unless it is another program's text. */
function removeBeside(root: string, records: readonly JournalRecord[]): KeptText[] {
  const writings = new Map(
    records.flatMap(writingsIn).flatMap((writing) => (writing.kept === undefined ? [] : [[writing.kept, writing] as const])),
  );
  const texts: KeptText[] = [];
  for (const [kept, writing] of writings) {
    const copy = isStrangers(kept, writing) ? `${writing.file}.kept-${path.basename(kept).slice(7, 15)}` : null;
    if (copy !== null && attempt(() => renameSync(kept, copy)) === null) {
      texts.push({ file: relativeTo(root, writing.file), copy: relativeTo(root, copy) });
    }
  }
  for (const record of records) {
    for (const left of 'staging' in record ? record.staging : writingsIn(record).map(({ temporary }) => temporary)) {
      const writing = writings.get(left);
      if (writing === undefined || !isStrangers(left, writing)) attempt(() => rmSync(left, { force: true }));
    }
  }
  return texts;
}

/** Whether another program has written into the old file after it was replaced. */
function isStrangers(kept: string, { file, before }: Writing): boolean {
  if (!existsSync(kept) || linkStatsAt(kept)?.isFile() !== true) return false;
  return linkStatsAt(kept)?.ino !== linkStatsAt(file)?.ino && digestOf(readFileSync(kept)) !== before;
}
