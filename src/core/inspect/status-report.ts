import type { ReportBase } from '../cascade/report-base.js';
import type { CheckedFile, SkipReason, SkippedPath } from '../model/scope.js';
import type { FileStatus } from './file-status.js';

/**
 * Whether what was last found in a file still holds: it does (`known`), something has changed since, or nobody has looked yet.
 */
type LookState = 'known' | 'changed' | 'never';

/** What was last found in a file, and whether it still holds. */
export interface FileLook extends CheckedFile {
  readonly state: LookState;
  /** What has changed: the file, its rules, or the day on which a waiver ends; null unless something has. */
  readonly changed: 'file' | 'rules' | 'day' | null;
  /** The highest level last found; null if nobody has looked, or the file was not checked. */
  readonly status: FileStatus | null;
  /** The number of open findings last found. */
  readonly findings: number;
  /** Why it was not checked when it was looked at; null if it was. */
  readonly skipped: SkipReason | null;
  /** When it was looked at, in milliseconds since 1970; null if nobody has. */
  readonly looked: number | null;
}

/** What was last found in each file, without looking at any. */
export interface StatusReport extends ReportBase {
  /** Sorted by path. */
  readonly files: readonly FileLook[];
  readonly skipped: readonly SkippedPath[];
}
