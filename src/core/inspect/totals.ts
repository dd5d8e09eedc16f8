import { compareLevels, type ActiveLevel } from '../model/level.js';
import type { CheckReport } from '../model/report.js';

/** How many files and findings a check comes to. Excused findings count as `excused` alone. */
export interface Totals {
  readonly files: number;
  /** Files without a finding that is not excused. */
  readonly clean: number;
  readonly error: number;
  readonly warning: number;
  readonly note: number;
  readonly fixable: number;
  readonly excused: number;
  readonly byWaiver: number;
  readonly byLedger: number;
}

const known = new WeakMap<CheckReport['files'], Totals>();

/** Counts what a check found, once: several ask. */
export function totalsOf({ files }: Pick<CheckReport, 'files'>): Totals {
  let totals = known.get(files);
  if (totals === undefined) known.set(files, (totals = count(files)));
  return totals;
}

function count(files: CheckReport['files']): Totals {
  const counts: Record<ActiveLevel, number> = { error: 0, warning: 0, note: 0 };
  const totals = { files: files.length, clean: 0, fixable: 0, excused: 0, byLedger: 0 };
  for (const { findings } of files) {
    let open = 0;
    for (const { level, fixable, excused } of findings) {
      if (excused?.by === 'ledger') totals.byLedger += 1;
      if (excused !== null) continue;
      open += 1;
      counts[level] += 1;
      if (fixable) totals.fixable += 1;
    }
    if (open === 0) totals.clean += 1;
    totals.excused += findings.length - open;
  }
  const { files: total, clean, fixable, excused, byLedger } = totals;
  return { files: total, clean, ...counts, fixable, excused, byWaiver: excused - byLedger, byLedger };
}

/** Whether the check fails: something not excused was found at or above the level agreed on. */
export function hasFailed({ files, failOn }: Pick<CheckReport, 'files' | 'failOn'>): boolean {
  if (failOn === 'never') return false;
  const totals = totalsOf({ files });
  return (['error', 'warning', 'note'] as const).some((level) => totals[level] > 0 && compareLevels(level, failOn) >= 0);
}
