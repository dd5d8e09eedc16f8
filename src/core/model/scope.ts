import type { LanguageId } from '../base/language.js';

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

/** Something that should have been read but could not, so the answer is incomplete. */
export interface IncompletePath {
  readonly path: string;
  readonly reason: string;
}
