import type { Finding } from '../model/finding.js';
import type { RuleId } from '../model/rule.js';

/** What becomes of the open findings of one rule. */
export interface FindingChange {
  readonly appearing: readonly Finding[];
  readonly disappearing: readonly Finding[];
  /** Findings whose level changes, as they are afterwards. */
  readonly relevelled: readonly Finding[];
}

/** What becomes of findings, by rule: the same files under the rules before and after. */
export function findingChanges(before: readonly Finding[], after: readonly Finding[]): ReadonlyMap<RuleId, FindingChange> {
  const earlier = byKey(before);
  const later = byKey(after);
  const changes = new Map<RuleId, { appearing: Finding[]; disappearing: Finding[]; relevelled: Finding[] }>();
  const of = (rule: RuleId): { appearing: Finding[]; disappearing: Finding[]; relevelled: Finding[] } => {
    let change = changes.get(rule);
    if (change === undefined) changes.set(rule, (change = { appearing: [], disappearing: [], relevelled: [] }));
    return change;
  };
  for (const [key, finding] of later) {
    const old = earlier.get(key);
    if (old === undefined) of(finding.rule).appearing.push(finding);
    else if (old.level !== finding.level) of(finding.rule).relevelled.push(finding);
  }
  for (const [key, finding] of earlier) if (!later.has(key)) of(finding.rule).disappearing.push(finding);
  return changes;
}

/** Open findings, keyed by rule, file and fingerprint, which is unique for a rule in a file. */
function byKey(findings: readonly Finding[]): Map<string, Finding> {
  return new Map(findings.filter(({ excused }) => excused === null)
    .map((finding) => [`${finding.path}\0${finding.rule}\0${finding.fingerprint}`, finding]));
}
