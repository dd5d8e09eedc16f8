import type { FixReport, ReportBase } from '../core/model/report.js';
import type { Finding } from '../core/model/finding.js';
import type { RuleId } from '../core/model/rule.js';
import type { IncompletePath } from '../core/model/scope.js';
import type { InspectionJob } from './inspect-share.js';
import { LEDGER_FILE, openLedger, readLedgerFile, reprintLedger } from './ledger-file.js';
import { noteSkipped } from './reading-notes.js';
import type { Watch } from './watch.js';
import { repairFiles } from './repair-files.js';

/** Which repairs to make. */
export interface RepairChoice {
  /** The rules that may repair; null for all. */
  readonly rules: ReadonlySet<RuleId> | null;
  /** Whether to make offered repairs too. */
  readonly offered: boolean;
  /** Whether to write the files; if not, the report says what would be written. */
  readonly writes: boolean;
}

/** Repairs the files of a job, and updates the ledger accordingly. */
export async function repairProject(job: InspectionJob, base: ReportBase & Pick<FixReport, 'skipped'>, { rules, offered, writes }: RepairChoice, watch: Watch): Promise<FixReport> {
  const { root, terms: { today } } = job;
  const reading = readLedgerFile(root);
  const ledger = openLedger(root, today, reading);
  const wants = ({ rule, repair }: Finding): boolean => (repair === 'safe' || (repair === 'offered' && offered)) && (rules === null || rules.has(rule));
  const wish = { wants, writes, ledger, watch };
  const { files, skipped, incomplete, reprinted } = await repairFiles(job, base.catalog, wish);
  const unread: IncompletePath[] = [...base.incomplete, ...incomplete];
  const failed = writes ? reprintLedger(root, reading, ledger, reprinted) : null;
  if (failed !== null) unread.push({ path: LEDGER_FILE, reason: `it does not know the lines that were repaired: ${failed}` });
  for (const { path, reading: skippedFor } of skipped) noteSkipped(path, skippedFor, [], unread);
  return { ...base, incomplete: unread, files, written: writes };
}
