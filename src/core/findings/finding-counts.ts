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
