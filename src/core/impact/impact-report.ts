import type { Refusal } from '../cascade/refusals.js';
import type { ReportBase } from '../cascade/report-base.js';
import type { ExpectationChanges } from './expectation-changes.js';
import type { FindingChange } from './finding-changes.js';
import type { RuleChanges } from './rule-changes.js';
import type { Pin } from '../layers/read-lock.js';
import type { RuleId } from '../model/rule.js';

/** What a change of rules does to every file. */
export interface ImpactReport extends ReportBase {
  readonly changes: RuleChanges;
  /** What becomes of findings, by rule. */
  readonly findings: ReadonlyMap<RuleId, FindingChange>;
  /** The open findings of all rules in the files whose rules change, before and after. */
  readonly counts: { readonly before: number; readonly after: number };
  /** The files in scope after the change, sorted. */
  readonly inScope: readonly string[];
  /** Rulings that a guard refuses after it, and did not before. */
  readonly refused: readonly Refusal[];
  /** What becomes of expectations. */
  readonly expectations: ExpectationChanges;
  /** The numbers of rule sets before and after. */
  readonly sets: { readonly before: number; readonly after: number };
}

/** The newly fetched presets, and what they do. */
export interface PinUpdate {
  /** Presets with their old and new pins; `before` is null for one not pinned yet, `after` for one no longer adopted. */
  readonly changes: readonly { readonly reference: string; readonly before: Pin | null; readonly after: Pin | null }[];
  readonly unchanged: number;
  /** Null if there is nothing to compare with, because something was not pinned before. */
  readonly impact: ImpactReport | null;
}
