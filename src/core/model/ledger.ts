import type { Finding } from './finding.js';
import type { RuleId } from './rule.js';

/** The team's decision about a known finding: it may stay, it will be repaired, or the rule is mistaken there. */
export const LEDGER_STATUSES = ['accepted', 'planned', 'mistaken'] as const;

/** One of {@link LEDGER_STATUSES}. */
export type LedgerStatus = (typeof LEDGER_STATUSES)[number];

/** A known finding and the decision about it. */
export interface LedgerEntry {
  /** The file of the finding when the entry was written, relative to the root. */
  readonly path: string;
  readonly rule: RuleId;
  /** The line on which the finding started when the entry was written, from 1; null if the entry has none. */
  readonly line: number | null;
  /** The text of that line. */
  readonly code: string | null;
  readonly fingerprint: string;
  readonly status: LedgerStatus;
  readonly because: string | null;
  /** The day on which the entry was written, as YYYY-MM-DD. */
  readonly since: string | null;
  /** The last day on which it excuses, as YYYY-MM-DD. */
  readonly until: string | null;
}

/** An entry with its place in the ledger. */
export interface WrittenEntry extends LedgerEntry {
  /** The line on which it begins, from 1. */
  readonly writtenIn: number;
  /** The number of entries before it. */
  readonly index: number;
}

/**
 * The state of an entry: it `excuses` a finding; it has expired and the finding counts again (`due`); a ruling does not let
 * the ledger excuse the rule (`refused`); the finding no longer exists (`gone`); or that could not be
 * found out (`unknown`).
 */
export type EntryState = 'excuses' | 'due' | 'refused' | 'gone' | 'unknown';

/** An entry with its state. */
export interface AccountedEntry {
  readonly entry: WrittenEntry;
  readonly state: EntryState;
  /** The file's current path, as it may have been renamed. */
  readonly path: string;
  /** The finding that it is about, if it still exists. */
  readonly finding: Finding | null;
}
