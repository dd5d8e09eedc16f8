import type { ReportBase } from '../cascade/report-base.js';
import type { CheckedFile, SkippedPath } from '../model/scope.js';
import type { ForeignCode } from './foreign-code.js';

/** Which files are checked, and why the others are not. Both lists are sorted by path. */
export interface ScopeReport extends ReportBase {
  readonly checked: readonly CheckedFile[];
  readonly skipped: readonly SkippedPath[];
  /** Checked files that do not look like the team's own. */
  readonly foreign: readonly ForeignCode[];
  /**
   * The git work tree around the root, absolute; null if there is none or it is the root itself. Nothing outside the root counts.
   */
  readonly workTree: string | null;
}
