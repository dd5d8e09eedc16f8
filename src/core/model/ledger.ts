import type { Finding } from './finding.js';
import type { RuleId } from './rule.js';

/** What a team decided about a known finding: it may stay, it will be repaired, or the rule is mistaken there. */
export const LEDGER_STATUSES = ['accepted', 'planned', 'mistaken'] as const;

/** One of {@link LEDGER_STATUSES}. */
export type LedgerStatus = (typeof LEDGER_STATUSES)[number];

/** A known finding, and what was decided about it. */
export interface LedgerEntry {
  /** Where the finding was when it was written down, relative to the root. */
  readonly path: string;
  readonly rule: RuleId;
  /** The line on which the finding started when it was written down, from 1; null where nobody wrote it. */
  readonly line: number | null;
  /** The text of that line. */
  readonly code: string | null;
  readonly fingerprint: string;
  readonly status: LedgerStatus;
  readonly because: string | null;
  /** The day on which it was written down, as YYYY-MM-DD. */
  readonly since: string | null;
  /** The last day on which it excuses, as YYYY-MM-DD. */
  readonly until: string | null;
}

/** An entry with its place in the ledger. */
export interface WrittenEntry extends LedgerEntry {
  /** The line in which it begins, from 1. */
  readonly writtenIn: number;
  /** How many entries stand before it. */
  readonly index: number;
}

/**
 * What has become of an entry: it `excuses` a finding; its day has passed and the finding counts again (`due`); a ruling
 * refuses that the ledger excuses the rule (`refused`); there is no such finding any more (`gone`); or that could not be
 * found out (`unknown`).
 */
export type EntryState = 'excuses' | 'due' | 'refused' | 'gone' | 'unknown';

/** An entry with what has become of it. */
export interface AccountedEntry {
  readonly entry: WrittenEntry;
  readonly state: EntryState;
  /** Where the file is now, which may have been renamed. */
  readonly path: string;
  /** What it is about, where that is still found. */
  readonly finding: Finding | null;
}
