import path from 'node:path';
import type { FollowedFinding } from '../../core/inspect/followed-findings.js';
import { Ledger } from '../../core/ledger/ledger.js';
import { readLedger } from '../../core/ledger/read-ledger.js';
import { writeLedger, type NewEntry } from '../../core/ledger/write-ledger.js';
import type { WrittenEntry } from '../../core/model/ledger.js';
import type { ProblemDetail } from '../../core/model/problem.js';
import { LayerError } from '../files/errors.js';
import { renamedFiles } from '../git/renamed-files.js';
import { LARGEST_LEDGER, LEDGER_FILE } from '../files/own-files.js';
import { oddKindOf } from '../files/stats.js';
import { readTextFile } from '../files/text-file.js';
import { pendingFollows, withFollows } from '../writing/following.js';
import type { FollowingEntry } from '../writing/journal.js';
import type { FileChange } from '../writing/file-change.js';

/** A ledger as read; `text` is null if there is none. */
export interface LedgerReading {
  readonly text: string | null;
  readonly entries: readonly WrittenEntry[];
}

/**
 * Reads the ledger of a project.
 * @param open the text that stands for the file, as in an editor.
 * @throws LayerError if it is wrong or cannot be read.
 */
export function readLedgerFile(root: string, open?: string): LedgerReading {
  const file = path.join(root, LEDGER_FILE);
  const fail = (detail: ProblemDetail): never => {
    throw new LayerError([{ file: LEDGER_FILE, place: null, detail }], new Map());
  };
  const what = open === undefined ? oddKindOf(file) : null;
  if (what !== null) return fail({ code: 'not-a-file', path: LEDGER_FILE, what });
  const reading = open === undefined ? readTextFile(file, LARGEST_LEDGER) : { text: open };
  if ('failed' in reading) return reading.isMissing
    ? { text: null, entries: [] }
    : fail({ code: 'file-unreadable', path: LEDGER_FILE, why: reading.failed });
  const { entries, problems } = readLedger(reading.text, LEDGER_FILE);
  if (problems.length > 0) throw new LayerError(problems, new Map([[LEDGER_FILE, reading.text]]));
  return { text: reading.text, entries: withFollows(entries, pendingFollows(root, file)).entries };
}

/** The ledger of a project, following files that git has renamed. @param today as YYYY-MM-DD. */
export function openLedger(root: string, today: string, reading: LedgerReading): Ledger {
  const { paths, failed } = renamedFiles(root, reading.entries);
  return new Ledger(reading.entries, today, paths, failed === null ? [] : [{
    path: LEDGER_FILE, reason: { code: 'unreadable', why: `git cannot tell where files of its entries have moved to: ${failed}` },
  }]);
}

/** The change that gives the ledger these entries; null if it has them already. */
export function ledgerChange(root: string, { text }: LedgerReading, entries: readonly NewEntry[]): FileChange | null {
  const after = writeLedger(text, entries);
  return after === text ? null : { file: path.join(root, LEDGER_FILE), before: text, after };
}

/** The entries of known findings that repairs of a file have changed, and what they become. */
export function followingEntries(ledger: Ledger, reprinted: readonly FollowedFinding[]): FollowingEntry[] {
  return reprinted.flatMap(({ was, now, code }) => ledger.entriesOf(was).map(({ path: own, rule, fingerprint }) => ({
    path: own, rule, fingerprint, becomes: { fingerprint: now.fingerprint, code: shortCode(code) },
  })));
}

/** The longest line text stored in the ledger. */
const LONGEST_CODE = 120;

/** The text of a line in the form stored in the ledger. */
export function shortCode(text: string): string {
  const trimmed = text.trim();
  return trimmed.length <= LONGEST_CODE ? trimmed : `${trimmed.slice(0, LONGEST_CODE - 1).replace(/[\uD800-\uDBFF]$/, '')}…`;
}
