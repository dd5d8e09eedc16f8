import path from 'node:path';
import type { Ledger } from '../../core/ledger/ledger.js';
import type { CheckedSource, CheckReport, MisreadWaiver } from '../../core/inspect/check-report.js';
import type { Inspection } from '../../core/inspect/inspect-file.js';
import type { Finding } from '../../core/model/finding.js';
import type { ActiveLevel } from '../../core/model/level.js';
import type { RuleId } from '../../core/model/rule.js';
import type { GuardedOut } from '../../core/cascade/guarded-out.js';
import type { ReportBase } from '../../core/cascade/report-base.js';
import type { IncompletePath, SkippedPath } from '../../core/model/scope.js';
import { changedSince, type ChangedLines } from '../git/changed-lines.js';
import { inspectFiles } from './inspect-files.js';
import type { ProjectState, WholeScope } from './know-project.js';
import type { InspectedFile, InspectionJob } from './inspect-share.js';
import { sortByPath } from '../files/path-order.js';
import type { ListedFile, ProjectListing } from '../project/project.js';
import { noteSkipped } from '../project/reading-notes.js';
import type { Watch } from '../files/watch.js';
import type { KnownFindings } from './remembered.js';

/** What to check. */
interface CheckWish {
  /** The project's, absolute. */
  readonly root: string;
  readonly listing: ProjectListing;
  readonly base: ReportBase;
  readonly ledger: Ledger;
  readonly guardedOut: readonly GuardedOut[];
  /** The requested paths, relative to the root; everything if empty. */
  readonly targets: readonly string[];
  /** The git revision since which a line must have changed to be reported. */
  readonly since: string | null;
  /** The files to check; null for all. */
  readonly only: ReadonlySet<string> | null;
  /** Whether a path belongs to what is checked in this run; of a divided check, only that part does. */
  readonly isIn: (own: string) => boolean;
  /** What came of files, if others have inspected them; null to inspect them here. */
  readonly found: ((files: readonly ListedFile[]) => readonly Pick<InspectedFile, 'index' | 'outcome'>[]) | null;
  /** Receives what came of each file. */
  readonly note?: ((file: ListedFile, outcome: InspectedFile['outcome']) => void) | undefined;
  readonly watch: Watch;
  /** What is known of the findings. */
  readonly known: KnownFindings;
  /** Ends the check between two files. */
  readonly signal?: AbortSignal | undefined;
  readonly jobOf: (listing: ProjectListing) => InspectionJob;
  /** All that is in scope, whatever is asked. */
  readonly scope: () => WholeScope;
  /** By which state of the project files are judged. */
  readonly by?: ProjectState | undefined;
}

/** Inspects the files of a listing and evaluates the findings. @throws UsageError if git knows no such revision. */
export async function checkFiles({ root, listing: whole, base, ledger, guardedOut, targets, since, only, isIn, found, note, watch, known, signal, jobOf, scope, by }: CheckWish): Promise<CheckReport> {
  const changed = since === null ? null : changedSince(root, since);
  const isWanted = (file: ListedFile): boolean => (changed === null || changed.has(file.path)) && (only === null || only.has(file.path)) && isIn(file.path);
  const wanted = whole.files.filter(isWanted);
  const listing = wanted.length === whole.files.length ? whole : { ...whole, files: wanted };
  const files: CheckedSource[] = [];
  const skipped: SkippedPath[] = listing.skipped.filter(({ path: own }) => isIn(own));
  const incomplete = [...base.incomplete, ...ledger.incomplete];
  const misreadWaivers: MisreadWaiver[] = [];
  const inspected = found !== null ? found(listing.files) : await inspectFiles(jobOf(listing), base.catalog, { whole: scope, by, known, watch, signal });
  for (const { index, outcome } of inspected) {
    const file = listing.files[index] as ListedFile;
    note?.(file, outcome);
    if ('skipped' in outcome) {
      noteSkipped(file.path, outcome, skipped, incomplete);
      continue;
    }
    if ('givenUp' in outcome) {
      incomplete.push({ path: file.path, reason: outcome.givenUp });
      continue;
    }
    files.push(changed === null && ledger.isEmpty ? new InspectedSource(file, outcome) : judged(file, outcome, ledger, changed, root));
    if (outcome.unfinished.length > 0) incomplete.push({ path: file.path, reason: { code: 'unfinished', rules: outcome.unfinished } });
    misreadWaivers.push(...outcome.misread.map(({ line, text, problem }) => ({ path: file.path, line, text, problem })));
  }
  sortByPath(skipped, (entry) => entry.path);
  const account = ledger.account({ saw: (own) => changed === null && only === null && isIn(own) && isWithin(own, targets) && !isUnread(own, incomplete) });
  return { ...base, incomplete, files, skipped, misreadWaivers, failOn: listing.failOn, confidence: listing.confidence, guardedOut, expectations: whole.expectations(targets.length === 0), ledger: account, since };
}

/** A file as it was inspected: its findings need not be looked at one by one. A copy with other findings has nothing of what is known of these. */
class InspectedSource implements CheckedSource {
  readonly path: string;
  readonly language: ListedFile['language'];
  readonly rules: ListedFile['rules'];
  readonly waivers: CheckedSource['waivers'];
  readonly lines: number;
  readonly repairs: CheckedSource['repairs'];

  constructor({ path: own, language, rules }: ListedFile, private readonly inspection: Inspection) {
    this.path = own;
    this.language = language;
    this.rules = rules;
    this.waivers = inspection.waivers;
    this.lines = inspection.lines;
    this.repairs = inspection.repairs;
  }

  get findings(): CheckedSource['findings'] {
    return this.inspection.findings;
  }

  openOf(rule: RuleId, level: ActiveLevel): readonly Finding[] {
    return this.inspection.openOf?.(rule, level) ?? this.findings.filter((finding) => finding.rule === rule && finding.level === level && finding.excused === null);
  }

  get counts(): CheckedSource['counts'] {
    return this.inspection.counts;
  }
}

/** A file with the findings that count, those excused that the ledger knows. */
function judged(file: ListedFile, { findings: all, waivers, lines, repairs }: Inspection, ledger: Ledger, changed: ChangedLines | null, root: string): CheckedSource {
  const findings = ledger.excuse(all, file.rules.set);
  return { ...file, findings: changed === null ? findings : onChanged(findings, changed, path.join(root, file.path)), waivers, lines, repairs };
}

function onChanged(findings: CheckedSource['findings'], changed: ChangedLines, file: string): CheckedSource['findings'] {
  return findings.length === 0 ? findings : changed.among(findings, file);
}

function isWithin(own: string, targets: readonly string[]): boolean {
  return targets.length === 0 || targets.some((target) => target === '' || own === target || own.startsWith(`${target}/`));
}

function isUnread(own: string, incomplete: readonly IncompletePath[]): boolean {
  return incomplete.some(({ path: unread }) => unread === own || (unread.endsWith('/') && (unread === '/' || own.startsWith(unread))));
}
