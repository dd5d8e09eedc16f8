import type { IncompleteReason, SkipReason } from '../model/scope.js';

/** One of the parts into which a check is divided; `number` counts from 1. */
export interface Part {
  readonly number: number;
  readonly of: number;
}

/** What a divided check was asked; its parts must have been asked the same. */
export interface PartQuestion {
  /** The requested paths, relative to the root; everything if empty. */
  readonly targets: readonly string[];
  /** The git revision since which a line must have changed. */
  readonly since: string | null;
  /** Selectors and concerns that narrow it, as typed. */
  readonly rules: readonly string[];
  readonly concerns: readonly string[];
  /** The settings and logs of the command line, as typed. */
  readonly set: readonly string[];
  readonly intake: readonly string[];
  readonly evenIgnored: boolean;
  /** The day that decides what has expired, as YYYY-MM-DD. */
  readonly today: string;
}

/** What a part is a part of: only equal ones belong together. */
export interface PartStamp {
  /** The build of Elvar; null if it is not known. */
  readonly build: string | null;
  /** The commit that was checked out; null if git knows none. */
  readonly revision: string | null;
  /** A digest of the rule set of every file, and of what else decides. */
  readonly rules: string;
  /** A digest of the paths. */
  readonly files: string;
  readonly question: PartQuestion;
}

/** What was found in a file, in the bytes in which findings are kept, as base64; or why nothing was. */
export type PartOutcome = { readonly path: string } & (
  | {
    readonly bytes: string;
    readonly parts: readonly [number, number, number, 'latin1' | 'utf16le', number | null, number | null, number, number];
    readonly check: number;
  }
  | { readonly skipped: Exclude<SkipReason, 'unreadable'> | 'gone' }
  | { readonly skipped: 'unreadable'; readonly why: string }
  | { readonly givenUp: IncompleteReason }
);

/** All that is needed of a part to answer as if the check had not been divided. */
export interface PartRecord {
  readonly part: Part;
  readonly stamp: PartStamp;
  readonly outcomes: readonly PartOutcome[];
}

/** A part, and the file that holds it, as named. */
export interface FoundPart {
  readonly name: string;
  readonly record: PartRecord;
}

/** A file that is no part, or one that does not fit. */
export interface UnfitPart {
  readonly name: string;
  readonly why: string;
}

/** The parts of one check. */
export interface FittingParts {
  /** What they are parts of. */
  readonly stamp: PartStamp;
  readonly of: number;
  /** By number, each once. */
  readonly parts: ReadonlyMap<number, FoundPart>;
  readonly unfit: readonly UnfitPart[];
}
