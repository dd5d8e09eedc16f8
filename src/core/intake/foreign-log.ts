import type { LogMistake } from '../model/usage-mistake.js';
import type { ActiveLevel } from '../model/level.js';

/** Where another program found something, as it says: nothing of it is known to be true. */
export interface ForeignPlace {
  /** A path or an address, as written. */
  readonly file: string;
  /** What the path is relative to, as an address or a path; null for the base of the log. */
  readonly base: string | null;
  readonly region: ForeignRegion | null;
  /** The digest of the file that the program saw, in hexadecimal SHA-256; null if the log has none. */
  readonly sha256: string | null;
}

/** A stretch of a file, in lines and columns from 1, or in characters from 0. What is null is not known. */
export type ForeignRegion =
  | {
    readonly by: 'lines';
    readonly line: number;
    readonly column: number | null;
    readonly endLine: number | null;
    readonly endColumn: number | null;
    readonly columnsAre: 'utf16' | 'code-points';
  }
  | { readonly by: 'offset'; readonly offset: number; readonly length: number };

/** What another program found. */
export interface ForeignFinding {
  /** The program's id of the rule, as written; null if it gives none. */
  readonly rule: string | null;
  readonly level: ActiveLevel;
  readonly message: string;
  readonly place: ForeignPlace | null;
  /** What belongs to it, such as the notes of a compiler. */
  readonly notes: readonly ForeignNote[];
  /** Why the program itself does not count it; null if it does. */
  readonly suppressed: { readonly justification: string | null } | null;
}

/** A remark that belongs to a finding. */
export interface ForeignNote {
  readonly message: string;
  readonly place: ForeignPlace | null;
}

/** What a log says about a rule of its program. */
export interface ForeignRule {
  readonly id: string;
  readonly level: ActiveLevel | null;
  readonly title: string | null;
  readonly about: string | null;
  /** An address for more. */
  readonly address: string | null;
}

/** A log as read; with mistakes, it counts for nothing. */
export interface ForeignLog {
  readonly form: 'sarif' | 'lines';
  readonly findings: readonly ForeignFinding[];
  readonly rules: readonly ForeignRule[];
  readonly mistakes: readonly LogMistake[];
}

/** The most findings of one log. */
export const MOST_FINDINGS = 1_000_000;
