import { statusOf } from '../../core/inspect/file-status.js';
import { findingsIn } from '../../core/findings/finding-list.js';
import type { FileLook } from '../../core/inspect/status-report.js';
import type { Ledger } from '../../core/ledger/ledger.js';
import type { Finding } from '../../core/model/finding.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import type { LatestLook } from '../memory/disk-memory.js';
import type { FindingMemory } from '../memory/finding-memory.js';
import type { InspectionQuestion } from '../questions/inspection-question.js';

/** What was last found in the files of a question. Nothing is parsed. @param remembered null if nothing is. */
export function statusOfFiles({ files, sets }: InspectionQuestion, remembered: FindingMemory | null, ledger: Ledger): FileLook[] {
  return files.map(({ path, language, set }, index): FileLook => {
    const latest = remembered?.latest(index) ?? null;
    if (latest === null) {
      return { path, language, state: 'never', changed: null, status: null, findings: 0, skipped: null, looked: null };
    }
    const { look, changed } = latest;
    return {
      path,
      language,
      state: changed === null ? 'known' : 'changed',
      changed,
      looked: look.looked,
      ...lastFound(look, path, sets[set] as RuleSet, ledger),
    };
  });
}

function lastFound(
  { data }: LatestLook, path: string, set: RuleSet, ledger: Ledger,
): Pick<FileLook, 'status' | 'findings' | 'skipped'> {
  if ('skipped' in data) return { status: null, findings: 0, skipped: data.skipped };
  // A rule may be off by now.
  const still = findingsIn(data, path, set).all.filter(({ rule }) => (set.rules.get(rule)?.level ?? 'off') !== 'off');
  const findings: readonly Finding[] = ledger.excuse(still, set);
  return { status: statusOf(findings), findings: findings.filter(({ excused }) => excused === null).length, skipped: null };
}
