import type { CheckedSource, CheckReport } from './check-report.js';
import type { FindingCounts } from '../findings/finding-counts.js';

/** The findings of one file, counted by rule and level. */
interface FileTally extends FindingCounts {
  readonly file: CheckedSource;
  readonly open: number;
}

const known = new WeakMap<CheckReport['files'], readonly FileTally[]>();

/** Counts the findings of each file, once: there may be hundreds of thousands, and several views need the numbers. */
export function talliesOf(files: CheckReport['files']): readonly FileTally[] {
  let tallies = known.get(files);
  if (tallies === undefined) known.set(files, (tallies = files.map(tallyOf)));
  return tallies;
}

function tallyOf(file: CheckedSource): FileTally {
  const { rules, excused, byLedger } = file.findings.counts;
  return { file, rules, excused, byLedger, open: rules.reduce((sum, { count }) => sum + count, 0) };
}
