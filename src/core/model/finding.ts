import type { ActiveLevel } from './level.js';
import type { Span } from '../base/place.js';
import type { RepairKind } from './repair.js';
import type { Confidence, RuleId } from './rule.js';

/**
 * What excuses a finding: a waiver in the code, the ledger, or the other program that found it. `line` is where that is written,
 * or the finding's own.
 */
export interface Excuse {
  readonly by: 'waiver' | 'ledger' | 'producer';
  readonly line: number;
  readonly because: string | null;
  readonly until: string | null;
  readonly status: string | null;
}

/** The line of code that a finding starts on, as it was when it was found; of a long one the part around the finding. */
export interface CodeLine {
  readonly text: string;
  /** The column of its first character, from 1. */
  readonly column: number;
  /** Whether the line goes on. */
  readonly isCut: boolean;
}

/** A remark of another program that belongs to what it found. */
export interface FindingNote {
  readonly message: string;
  /** Relative to the root; null where it is about no file of the project. */
  readonly path: string | null;
  /** From 1; null where only the file is known. */
  readonly line: number | null;
}

/** One place where a rule is not met. What is true of all findings of a rule is in the catalog. */
export interface Finding {
  readonly rule: RuleId;
  readonly level: ActiveLevel;
  readonly path: string;
  readonly span: Span;
  readonly message: string;
  readonly code: CodeLine;
  /** The rule's confidence, unless this finding is less sure. */
  readonly confidence: Confidence;
  /** Whether it can be repaired, and how safely; null if it cannot. */
  readonly repair: RepairKind | null;
  /** Stays the same when lines above it are added or removed, or blanks on its line change. */
  readonly fingerprint: string;
  readonly excused: Excuse | null;
  /** The level that another program gave it, whatever the layers say; null or absent for what Elvar itself found. */
  readonly ownLevel?: ActiveLevel | null | undefined;
  /** What else that program said about it; absent if nothing. */
  readonly notes?: readonly FindingNote[] | undefined;
}
