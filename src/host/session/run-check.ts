import type { GuardedOut } from '../../core/cascade/guarded-out.js';
import type { ReportBase } from '../../core/cascade/report-base.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import { NOTHING_EXPECTED } from '../../core/expectations/broken-expectation.js';
import type { PartOutcome, PartQuestion } from '../../core/inspect/part-record.js';
import { openLedger, readLedgerFile } from '../inspection/ledger-file.js';
import { inspectionJob } from '../inspection/inspection-job.js';
import type { InspectionJob } from '../inspection/inspect-share.js';
import type { WholeScope } from '../inspection/know-project.js';
import type { KnownFindings } from '../inspection/remembered.js';
import { intakeNotes } from '../intake/intake-notes.js';
import type { Intake } from '../intake/read-intake.js';
import type { RunSettings } from '../layers/run-settings.js';
import { gathered } from '../parts/gathered.js';
import { writtenOutcome } from '../parts/outcome.js';
import { partOf } from '../parts/part-of.js';
import { stampOf } from '../parts/stamp.js';
import type { JobDocument } from '../inspection/read-job-file.js';
import type { ProjectListing } from '../project/project.js';
import type { CheckLimits, CheckWants } from './questions.js';

/** What is listed and known before files are checked. */
interface CheckGround {
  readonly root: string;
  readonly run: RunSettings;
  readonly listing: ProjectListing;
  readonly base: ReportBase;
  readonly hidden: readonly GuardedOut[];
  readonly intake: Intake;
  readonly known: KnownFindings;
  /** The text that stands for a file, by its path; undefined if the file itself counts. */
  readonly documentAt: (own: string) => JobDocument | undefined;
  /** The text that stands for the ledger; undefined if the file itself counts. */
  readonly openLedger: string | undefined;
  /** All that is in scope, whatever is asked. */
  readonly whole: () => WholeScope;
}

/** Checks what is listed, a part of it, or what the parts of others tell. @param targets the requested paths, relative to the root. */
export async function runCheck(ground: CheckGround, targets: readonly string[], limits: CheckLimits, wants: CheckWants): Promise<CheckReport> {
  const { root, run, listing, base, hidden, intake, known, documentAt } = ground;
  const { since, only, part, signal } = limits;
  const ledger = openLedger(root, run.today, readLedgerFile(root, ground.openLedger));
  const question = questionOf(run, targets, since, wants);
  const joined = wants.parts === undefined ? null : gathered(wants.parts, stampOf(root, listing, base.catalog, question));
  const outcomes: PartOutcome[] = [];
  // Load the parser and the grammars only for this question: it takes a while.
  const { checkFiles } = await import('../inspection/check-files.js');
  const report = await checkFiles({
    root, listing, ledger, targets, since, only, known, signal, guardedOut: hidden, watch: run.watch,
    base: { ...base, incomplete: [...base.incomplete, ...joined?.incomplete ?? []], notices: [...base.notices, ...intakeNotes(intake, root, targets.length > 0 ? null : listing)] },
    scope: ground.whole,
    by: wants.by,
    isIn: joined?.isIn ?? (part === undefined ? () => true : (own) => partOf(own, part.of) === part.number),
    found: joined?.found ?? null,
    note: part === undefined || wants.record === undefined ? undefined : ({ path: own }, outcome) => outcomes.push(writtenOutcome(own, outcome)),
    jobOf: (chosen): InspectionJob => ({ ...inspectionJob(root, run.today, chosen, base.catalog, documentAt), wantsRepairs: wants.repairs === true, foreign: intake.found }),
  });
  if (part === undefined) return report;
  // Whoever puts the parts together judges what is expected.
  return { ...report, part, expectations: NOTHING_EXPECTED, ...(wants.record !== undefined && { record: { part, stamp: stampOf(root, listing, base.catalog, question), outcomes } }) };
}

function questionOf({ set, intake, evenIgnored, today }: RunSettings, targets: readonly string[], since: string | null, { record, parts }: CheckWants): PartQuestion {
  const { rules, concerns } = record ?? parts?.stamp.question ?? { rules: [], concerns: [] };
  return { targets, since, rules, concerns, set, intake: intake.map(({ concern, name }) => `${concern}=${name}`), evenIgnored, today };
}
