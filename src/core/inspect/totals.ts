import { compareLevels, type ActiveLevel } from '../model/level.js';
import type { FailOn } from '../model/layer.js';
import type { CheckReport } from './check-report.js';
import { talliesOf } from './tally.js';

/** The numbers of files and findings in a check. Excused findings count only as `excused`. */
export interface Totals {
  readonly files: number;
  /** Files without open findings. */
  readonly clean: number;
  readonly error: number;
  readonly warning: number;
  readonly note: number;
  /** Open findings with a safe repair. */
  readonly fixable: number;
  /** Open findings for which a repair is offered. */
  readonly offered: number;
  readonly excused: number;
  readonly byWaiver: number;
  readonly byLedger: number;
}

/** Counts the findings of a check. */
export function totalsOf({ files }: Pick<CheckReport, 'files'>): Totals {
  const counts: Record<ActiveLevel, number> = { error: 0, warning: 0, note: 0 };
  const totals = { clean: 0, fixable: 0, offered: 0, excused: 0, byLedger: 0 };
  for (const { rules, open, excused, byLedger } of talliesOf(files)) {
    for (const { level, count, fixable, offered } of rules) {
      counts[level] += count;
      totals.fixable += fixable;
      totals.offered += offered;
    }
    if (open === 0) totals.clean += 1;
    totals.excused += excused;
    totals.byLedger += byLedger;
  }
  const { clean, fixable, offered, excused, byLedger } = totals;
  return { files: files.length, clean, ...counts, fixable, offered, excused, byWaiver: excused - byLedger, byLedger };
}

/**
 * Whether the check fails: there is an open finding at or above a level, or an expectation that does not hold and counts for
 * that.
 */
export function hasFailed(
  { files, expectations: { broken, fails } }: Pick<CheckReport, 'files' | 'expectations'>, failOn: FailOn,
): boolean {
  if (fails && broken.length > 0) return true;
  if (failOn === 'never') return false;
  const totals = totalsOf({ files });
  return (['error', 'warning', 'note'] as const).some((level) => totals[level] > 0 && compareLevels(level, failOn) >= 0);
}
