import type { RuleId } from '../../core/model/rule.js';

/** How did the decisions about a path come about? */
export interface HistoryQuestion {
  /** The rule in question; null for all. */
  readonly rule: RuleId | null;
  /** The first day to tell of, by the day of the commit, as YYYY-MM-DD; null for everything. */
  readonly since: string | null;
  /** The day that decides what has expired at any time; null for the day of each commit. */
  readonly today: string | null;
}
