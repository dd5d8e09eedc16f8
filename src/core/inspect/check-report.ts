import type { GuardedOut } from '../cascade/guarded-out.js';
import type { ExpectationReport } from '../expectations/broken-expectation.js';
import type { ReportBase } from '../cascade/report-base.js';
import type { FailOn } from '../model/layer.js';
import type { AccountedEntry } from '../model/ledger.js';
import type { DecidedRules } from '../model/rule-set.js';
import type { Repair } from '../model/repair.js';
import type { Confidence } from '../model/rule.js';
import type { CheckedFile, SkippedPath } from '../model/scope.js';
import type { WaiverRecord } from '../waivers/account.js';
import type { Part, PartRecord } from './part-record.js';
import type { FindingList } from '../findings/finding-list.js';

/** A comment that begins like a waiver but excuses nothing. */
export interface MisreadWaiver {
  readonly path: string;
  readonly line: number;
  readonly text: string;
  /** What is wrong with it. */
  readonly problem: string;
}

/** A checked file and its findings. */
export interface CheckedSource extends CheckedFile {
  readonly rules: DecidedRules;
  readonly findings: FindingList;
  /** The repair of each finding that has one, by its fingerprint; undefined if nobody asked. */
  readonly repairs: () => ReadonlyMap<string, Repair> | undefined;
  readonly waivers: readonly WaiverRecord[];
  readonly lines: number;
}

/** What the code violates. */
export interface CheckReport extends ReportBase {
  /** Sorted by path. */
  readonly files: readonly CheckedSource[];
  readonly skipped: readonly SkippedPath[];
  readonly misreadWaivers: readonly MisreadWaiver[];
  /** The lowest level at which findings make the check fail, according to the layer files. */
  readonly failOn: FailOn;
  /** Findings with less confidence are only counted and never fail the check; null if all count. */
  readonly confidence: Confidence | null;
  readonly guardedOut: readonly GuardedOut[];
  /** How the expectations stand, as far as they are about what was asked. */
  readonly expectations: ExpectationReport;
  /** The known findings, with the state of each. */
  readonly ledger: readonly AccountedEntry[];
  /** The git revision since which a line must have changed to be reported; null if all lines are. */
  readonly since: string | null;
  /** The part of a divided check that this is; absent if it is all of it. */
  readonly part?: Part | undefined;
  /** What is needed to gather the part with the others; absent if nobody asked. */
  readonly record?: PartRecord | undefined;
}
