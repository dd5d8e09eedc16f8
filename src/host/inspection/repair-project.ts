import type { Ledger } from '../../core/ledger/ledger.js';
import type { FixReport } from '../../core/inspect/fix-report.js';
import type { ReportBase } from '../../core/cascade/report-base.js';
import type { Finding } from '../../core/model/finding.js';
import type { RuleId } from '../../core/model/rule.js';
import type { IncompletePath } from '../../core/model/scope.js';
import { LEDGER_FILE } from '../files/own-files.js';
import { relativeTo, type FilePlace } from '../files/target-path.js';
import { noteSkipped } from '../project/reading-notes.js';
import type { Watch } from '../files/watch.js';
import { repairFiles } from './repair-files.js';
import type { Writer } from '../writing/writer.js';
import type { FindingMemories } from '../memory/finding-memory.js';
import type { InspectionQuestion } from '../questions/inspection-question.js';

/** Which repairs to make. */
interface RepairChoice {
  /** The rules that may repair; null for all. */
  readonly rules: ReadonlySet<RuleId> | null;
  /** Whether to make offered repairs too. */
  readonly offered: boolean;
  /** Lines of files: of these files, only what is found there. */
  readonly places?: readonly FilePlace[] | undefined;
  /** Writes the files; if null, the report says what would be written. */
  readonly writer: Writer | null;
  /** What it excuses is not repaired. */
  readonly ledger: Ledger;
  /** What is remembered of the findings. */
  readonly memory: FindingMemories;
  /** Ends it between two files; what was written stays, and the ledger follows it. */
  readonly signal?: AbortSignal | undefined;
}

/** Repairs the files of a question, and updates the ledger accordingly. */
export async function repairProject(
  inspection: InspectionQuestion,
  base: ReportBase & Pick<FixReport, 'skipped'>,
  { rules, offered, places, writer, ledger, memory, signal }: RepairChoice,
  watch: Watch,
): Promise<FixReport> {
  const wants = (finding: Finding): boolean => isMeant(finding, places)
    && (finding.repair === 'safe' || (finding.repair === 'offered' && offered)) && (rules === null || rules.has(finding.rule));
  const question = { wants, writer, ledger, watch, memory, signal };
  const { files, skipped, incomplete, bundles } = await repairFiles(inspection, base.catalog, question);
  const unread: IncompletePath[] = [...base.incomplete, ...incomplete];
  const failed = writer?.ledgerFollows() ?? null;
  if (failed !== null) unread.push({ path: LEDGER_FILE, reason: { code: 'ledger-behind', why: failed } });
  for (const { file, copy } of writer?.settle() ?? []) {
    unread.push({
      path: relativeTo(inspection.root, file),
      reason: {
        code: 'unwritten',
        why: 'another program changed it while it was being repaired; what that program wrote is in '
          + relativeTo(inspection.root, copy),
      },
    });
  }
  for (const { path, reading: skippedFor } of skipped) noteSkipped(path, skippedFor, [], unread);
  return { ...base, incomplete: unread, files, bundles, written: writer !== null };
}

/** Whether a finding is at one of the places, or in a file of which none is named. */
function isMeant({ path, span: { start } }: Finding, places: readonly FilePlace[] = []): boolean {
  const own = places.filter(({ file }) => file === path);
  return own.length === 0 || own.some(({ line, column }) => line === start.line && (column === null || column === start.column));
}
