import type { LanguageId } from '../base/language.js';
import type { RuleId } from './rule.js';

/** The reasons why a file is not checked, in the order in which they are tested. */
export const SKIP_REASONS = [
  'ignored',
  'not-included',
  'symlink',
  'not-a-file',
  'no-language',
  'unreadable',
  'too-large',
  'binary',
  'not-utf8',
  'generated',
] as const;

/** One of {@link SKIP_REASONS}. */
export type SkipReason = (typeof SKIP_REASONS)[number];

/**
 * The pattern that decided; `file` and `line` are null for the built-in list. `pattern` is null if a path is excluded
 * because no pattern of an include list matches it; then file and line are those of the list.
 */
export interface PatternOrigin {
  readonly file: string | null;
  readonly line: number | null;
  readonly pattern: string | null;
}

/** A file that is checked. */
export interface CheckedFile {
  readonly path: string;
  readonly language: LanguageId;
}

/** A file, or a directory (its path ends in `/`), that is not checked. */
export interface SkippedPath {
  readonly path: string;
  readonly reason: SkipReason;
  /** Null except for `ignored` and `not-included`. */
  readonly by: PatternOrigin | null;
}

/** Why something is missing from the answer; `why` is what the system says. */
export type IncompleteReason =
  | { readonly code: 'unreadable' | 'patterns-unreadable' | 'unwritten' | 'ledger-behind'; readonly why: string }
  | { readonly code: 'vanished' | 'name-not-utf8' }
  /** Parts of a divided check that are not there, or do not fit; and a file that its part does not tell about. */
  | { readonly code: 'part-missing' | 'not-in-part' }
  | { readonly code: 'part-unfit'; readonly why: string }
  /** Rules that could not look at the whole file. */
  | { readonly code: 'unfinished'; readonly rules: readonly RuleId[] }
  /** How long the file may take, in milliseconds. */
  | { readonly code: 'too-slow'; readonly longest: number }
  /** How many tokens the file may have. */
  | { readonly code: 'too-dense'; readonly most: number };

/** Something that should have been read or written but could not, so the answer is incomplete. */
export interface IncompletePath {
  readonly path: string;
  readonly reason: IncompleteReason;
}
