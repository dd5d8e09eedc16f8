import type { ReportBase } from '../cascade/report-base.js';
import type { Finding } from '../model/finding.js';
import type { RuleId } from '../model/rule.js';
import type { SkippedPath } from '../model/scope.js';

/** A file after its repairs, real or planned. */
export interface RepairedSource {
  readonly path: string;
  /** The whole text, with its byte-order mark if it has one. */
  readonly before: string;
  readonly after: string;
  /** The number of repaired findings, by rule. */
  readonly repaired: ReadonlyMap<RuleId, number>;
  /** Findings not repaired because that would have broken the file. */
  readonly withdrawn: readonly Finding[];
  /** The open findings that remain. */
  readonly left: readonly Finding[];
}

/** A file of translations that texts have moved to, or would. */
export interface ChangedBundle {
  readonly path: string;
  /** Empty if there was none. */
  readonly before: string;
  readonly after: string;
  /** How many texts it got. */
  readonly added: number;
}

/** What was repaired, or would be. */
export interface FixReport extends ReportBase {
  /** What is not checked, as far as is known from paths. */
  readonly skipped: readonly SkippedPath[];
  /** Sorted by path. */
  readonly files: readonly RepairedSource[];
  /** The translations that texts have moved to; they may lie among the files as well. */
  readonly bundles: readonly ChangedBundle[];
  /** Whether files were written. */
  readonly written: boolean;
}
