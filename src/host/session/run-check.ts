import type { GuardedOut } from '../../core/cascade/guarded-out.js';
import type { ReportBase } from '../../core/cascade/report-base.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import { NOTHING_EXPECTED } from '../../core/expectations/broken-expectation.js';
import type { PartOutcome, PartQuestion } from '../../core/inspect/part-record.js';
import { openLedger, readLedgerFile } from '../inspection/ledger-file.js';
import { questionAbout } from '../inspection/ask-listing.js';
import type { WholeScope } from '../inspection/know-project.js';
import type { FindingMemories } from '../memory/finding-memory.js';
import { intakeNotes } from '../intake/intake-notes.js';
import type { Intake } from '../intake/read-intake.js';
import type { RunSettings } from '../layers/run-settings.js';
import { gathered } from '../parts/gathered.js';
import { writtenOutcome } from '../parts/outcome.js';
import { partOf } from '../parts/part-of.js';
import { stampOf } from '../parts/stamp.js';
import type { ProjectListing } from '../project/project.js';
import type { CheckQuestion } from '../questions/check-question.js';
import type { InspectionQuestion, StandIn } from '../questions/inspection-question.js';

/** What is listed and known before files are checked. */
interface CheckContext {
  readonly root: string;
  readonly run: RunSettings;
  readonly listing: ProjectListing;
  readonly base: ReportBase;
  readonly hidden: readonly GuardedOut[];
  readonly intake: Intake;
  readonly memory: FindingMemories;
  /** The text that stands for a file, by its path; undefined if the file itself counts. */
  readonly documentAt: (own: string) => StandIn | undefined;
  /** The text that stands for the ledger; undefined if the file itself counts. */
  readonly openLedger: string | undefined;
  /** All that is in scope, whatever is asked. */
  readonly whole: () => WholeScope;
}

/**
 * Checks what is listed, a part of it, or what the parts of others tell.
 * @param targets the requested paths, relative to the root.
 */
export async function runCheck(context: CheckContext, targets: readonly string[], question: CheckQuestion): Promise<CheckReport> {
  const { root, run, listing, base, hidden, intake, memory, documentAt } = context;
  const { since = null, only = null, part, signal, record, parts } = question;
  const ledger = openLedger(root, run.today, readLedgerFile(root, context.openLedger));
  const asked = partQuestion(run, targets, question);
  const joined = parts === undefined ? null : gathered(parts, stampOf(root, listing, base.catalog, asked));
  const outcomes: PartOutcome[] = [];
  // Load the parser and the grammars only for this question: it takes a while.
  const { checkFiles } = await import('../inspection/check-files.js');
  const report = await checkFiles({
    root, listing, ledger, targets, since, only, memory, signal, guardedOut: hidden, watch: run.watch,
    base: {
      ...base,
      incomplete: [...base.incomplete, ...joined?.incomplete ?? []],
      notices: [...base.notices, ...intakeNotes(intake, root, targets.length > 0 ? null : listing)],
    },
    scope: context.whole,
    by: question.by,
    isIn: joined?.isIn ?? (part === undefined ? () => true : (own) => partOf(own, part.of) === part.number),
    found: joined?.found ?? null,
    note: part === undefined || record === undefined
      ? undefined
      : ({ path: own }, outcome) => outcomes.push(writtenOutcome(own, outcome)),
    questionOf: (chosen): InspectionQuestion => ({
      ...questionAbout(root, run.today, chosen, base.catalog, documentAt),
      wantsRepairs: question.repairs === true,
      foreign: intake.found,
    }),
  });
  if (part === undefined) return report;
  // Whoever puts the parts together judges what is expected.
  const recorded = record === undefined ? undefined : { part, stamp: stampOf(root, listing, base.catalog, asked), outcomes };
  return { ...report, part, expectations: NOTHING_EXPECTED, record: recorded };
}

function partQuestion(
  { set, intake, evenIgnored, today }: RunSettings, targets: readonly string[], { since = null, record, parts }: CheckQuestion,
): PartQuestion {
  const { rules, concerns } = record ?? parts?.stamp.question ?? { rules: [], concerns: [] };
  return {
    targets, since, rules, concerns, set, intake: intake.map(({ concern, name }) => `${concern}=${name}`), evenIgnored, today,
  };
}
