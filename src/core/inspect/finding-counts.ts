import type { Finding } from '../model/finding.js';

/** How many findings of one rule at one level are open in one file. */
export interface OpenCount {
  readonly rule: Finding['rule'];
  readonly level: Finding['level'];
  count: number;
  /** How many of them can be repaired safely. */
  fixable: number;
  /** How many repairs are offered for them. */
  offered: number;
}

/** The numbers of a file's findings. */
export interface FindingCounts {
  /** In the order of their first findings. */
  readonly rules: readonly OpenCount[];
  readonly excused: number;
  readonly byLedger: number;
}
