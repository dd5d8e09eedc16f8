import { lstatSync } from 'node:fs';
import path from 'node:path';
import type { FollowedFinding } from '../core/inspect/followed-findings.js';
import { Ledger } from '../core/ledger/ledger.js';
import { readLedger } from '../core/ledger/read-ledger.js';
import { writeLedger, type NewEntry } from '../core/ledger/write-ledger.js';
import type { WrittenEntry } from '../core/model/ledger.js';
import type { ProblemDetail } from '../core/model/problem.js';
import { describeSystemError, LayerError } from './errors.js';
import { renamedFiles } from './renamed-files.js';
import { readTextFile } from './text-file.js';
import { writeNew, writeSource, type WriteOutcome } from './write-source.js';

/** The name of the ledger file, at the project root. */
export const LEDGER_FILE = 'elvar-ledger.yaml';

/** A ledger as read; `text` is null if there is none. */
export interface LedgerReading {
  readonly text: string | null;
  readonly entries: readonly WrittenEntry[];
}

/** Reads the ledger of a project. @throws LayerError if it is wrong or cannot be read. */
export function readLedgerFile(root: string): LedgerReading {
  const file = path.join(root, LEDGER_FILE);
  const stats = lstatSync(file, { throwIfNoEntry: false });
  if (stats === undefined) return { text: null, entries: [] };
  const fail = (detail: ProblemDetail): never => {
    throw new LayerError([{ file: LEDGER_FILE, place: null, detail }], new Map());
  };
  if (!stats.isFile()) return fail({ code: 'not-a-file', path: LEDGER_FILE, what: stats.isDirectory() ? 'a directory' : stats.isSymbolicLink() ? 'a link' : 'a special file' });
  const reading = readTextFile(file);
  if ('failed' in reading) return fail(reading.failed === 'not-utf8' ? { code: 'not-utf8' } : { code: 'file-unreadable', path: LEDGER_FILE, why: describeSystemError(reading.error) });
  const { entries, problems } = readLedger(reading.text, LEDGER_FILE);
  if (problems.length > 0) throw new LayerError(problems, new Map([[LEDGER_FILE, reading.text]]));
  return { text: reading.text, entries };
}

/** The ledger of a project, following files that git has renamed. @param today as YYYY-MM-DD. */
export function openLedger(root: string, today: string, reading: LedgerReading = readLedgerFile(root)): Ledger {
  return new Ledger(reading.entries, today, renamedFiles(root, reading.entries));
}

/** Writes the ledger, unless it has changed since it was read, or nothing would change. */
export function writeLedgerFile(root: string, { text }: LedgerReading, entries: readonly NewEntry[]): WriteOutcome {
  const file = path.join(root, LEDGER_FILE);
  const after = writeLedger(text, entries);
  if (after === text) return null;
  return text === null ? writeNew(file, after) : writeSource(file, text, after);
}

/** Updates the fingerprints of known findings that repairs have changed. */
export function reprintLedger(root: string, reading: LedgerReading, ledger: Ledger, reprinted: readonly FollowedFinding[]): WriteOutcome {
  const changes = new Map(reprinted.flatMap(({ was, now, code }) => ledger.entriesOf(was).map((entry) => [entry, { fingerprint: now.fingerprint, code: shortCode(code) }] as const)));
  return changes.size === 0 ? null : writeLedgerFile(root, reading, reading.entries.map((kept) => ({ kept, changes: changes.get(kept) ?? {} })));
}

/** The longest line text stored in the ledger. */
const LONGEST_CODE = 120;

/** The text of a line in the form stored in the ledger. */
export function shortCode(text: string): string {
  const trimmed = text.trim();
  return trimmed.length <= LONGEST_CODE ? trimmed : `${trimmed.slice(0, LONGEST_CODE - 1).replace(/[\uD800-\uDBFF]$/, '')}…`;
}
