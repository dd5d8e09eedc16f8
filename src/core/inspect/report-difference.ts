import type { Finding } from '../model/finding.js';
import type { CheckReport } from './check-report.js';

/** What a second check has found that the first had not, and the other way round. Both in the order of the reports. */
export interface ReportDifference {
  readonly added: readonly Finding[];
  readonly gone: readonly Finding[];
}

/** Compares the open findings of two checks. One of another level has gone and another one has come. */
export function reportDifference(before: CheckReport, after: CheckReport): ReportDifference {
  const earlier = new Map(before.files.map((file) => [file.path, file.findings.all]));
  const later = new Map(after.files.map((file) => [file.path, file.findings.all]));
  const [added, gone]: [Finding[], Finding[]] = [[], []];
  for (const path of new Set([...earlier.keys(), ...later.keys()])) {
    const [old, now] = [earlier.get(path) ?? [], later.get(path) ?? []];
    // What was not looked at again is the same list.
    if (old === now) continue;
    const [oldKeys, nowKeys] = [byKey(old), byKey(now)];
    for (const [key, finding] of nowKeys) if (!oldKeys.has(key)) added.push(finding);
    for (const [key, finding] of oldKeys) if (!nowKeys.has(key)) gone.push(finding);
  }
  return { added, gone };
}

function byKey(findings: readonly Finding[]): Map<string, Finding> {
  const open = findings.filter(({ excused }) => excused === null);
  return new Map(open.map((finding) => [[finding.path, finding.rule, finding.level, finding.fingerprint].join('\0'), finding]));
}
