import type { Finding } from '../model/finding.js';
import type { CheckedSource, CheckReport } from './check-report.js';
import type { FindingCounts, OpenCount } from './finding-counts.js';

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

/** The open findings of one rule at one level in a file, in text order. */
export function openFindings(file: CheckedSource, { rule, level }: Pick<OpenCount, 'rule' | 'level'>): readonly Finding[] {
  return file.openOf?.(rule, level) ?? file.findings.filter((finding) => finding.rule === rule && finding.excused === null && finding.level === level);
}

function tallyOf(file: CheckedSource): FileTally {
  const { rules, excused, byLedger } = file.counts ?? countsOf(file.findings);
  return { file, rules, excused, byLedger, open: rules.reduce((sum, { count }) => sum + count, 0) };
}

/** Counts findings. */
export function countsOf(findings: readonly Finding[]): FindingCounts {
  const rules: OpenCount[] = [];
  let [excused, byLedger] = [0, 0];
  let latest: OpenCount | undefined;
  for (let at = 0; at < findings.length; at += 1) {
    const finding = findings[at] as Finding;
    const { rule, level } = finding;
    const excuse = finding.excused;
    if (excuse !== null) {
      excused += 1;
      if (excuse.by === 'ledger') byLedger += 1;
      continue;
    }
    // Findings of one rule often come in a row.
    if (latest?.rule !== rule || latest.level !== level) {
      latest = rules.find((other) => other.rule === rule && other.level === level);
      if (latest === undefined) rules.push((latest = { rule, level, count: 0, fixable: 0, offered: 0 }));
    }
    latest.count += 1;
    const { repair } = finding;
    if (repair === 'safe') latest.fixable += 1;
    else if (repair === 'offered') latest.offered += 1;
  }
  return { rules, excused, byLedger };
}
