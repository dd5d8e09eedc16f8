import type { Finding } from '../model/finding.js';
import type { CheckedSource, CheckReport } from './check-report.js';

/** The open findings of one rule at one level in one file, in text order. */
export interface OpenFindings {
  readonly rule: Finding['rule'];
  readonly level: Finding['level'];
  readonly findings: Finding[];
  /** How many of them can be repaired safely. */
  fixable: number;
  /** How many repairs are offered for them. */
  offered: number;
}

/** The findings of one file, grouped by rule and level. */
export interface FileTally {
  readonly file: CheckedSource;
  /** In the order of their first findings. */
  readonly rules: readonly OpenFindings[];
  readonly open: number;
  readonly byLedger: number;
}

const known = new WeakMap<CheckReport['files'], readonly FileTally[]>();

/** Groups the findings of each file by rule, once: there may be hundreds of thousands, and several views need them. */
export function talliesOf(files: CheckReport['files']): readonly FileTally[] {
  let tallies = known.get(files);
  if (tallies === undefined) known.set(files, (tallies = files.map(tallyOf)));
  return tallies;
}

function tallyOf(file: CheckedSource): FileTally {
  const rules: OpenFindings[] = [];
  let open = 0;
  let byLedger = 0;
  let latest: OpenFindings | undefined;
  const { findings } = file;
  for (let at = 0; at < findings.length; at += 1) {
    const finding = findings[at] as Finding;
    const { rule, level, excused } = finding;
    if (excused !== null) {
      if (excused.by === 'ledger') byLedger += 1;
      continue;
    }
    open += 1;
    // Findings of one rule often come in a row.
    if (latest?.rule !== rule || latest.level !== level) {
      latest = rules.find((other) => other.rule === rule && other.level === level);
      if (latest === undefined) rules.push((latest = { rule, level, findings: [], fixable: 0, offered: 0 }));
    }
    latest.findings.push(finding);
    if (finding.repair === 'safe') latest.fixable += 1;
    else if (finding.repair === 'offered') latest.offered += 1;
  }
  return { file, rules, open, byLedger };
}
