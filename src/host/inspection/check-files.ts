import path from 'node:path';
import type { Ledger } from '../../core/ledger/ledger.js';
import type { CheckedSource, CheckReport, MisreadWaiver } from '../../core/inspect/check-report.js';
import { lazily } from '../../core/base/lazily.js';
import { repairsIn, type FileFindings } from '../../core/findings/file-findings.js';
import { findingsIn, listOf } from '../../core/findings/finding-list.js';
import type { GuardedOut } from '../../core/cascade/guarded-out.js';
import type { ReportBase } from '../../core/cascade/report-base.js';
import type { IncompletePath, SkippedPath } from '../../core/model/scope.js';
import { changedSince, type ChangedLines } from '../git/changed-lines.js';
import { inspectFiles } from './inspect-files.js';
import type { WholeScope } from './know-project.js';
import { sortByPath } from '../files/path-order.js';
import type { ListedFile, ProjectListing } from '../project/project.js';
import { noteSkipped } from '../project/reading-notes.js';
import type { Watch } from '../files/watch.js';
import type { FindingMemories } from '../memory/finding-memory.js';
import type { ProjectState } from '../questions/check-question.js';
import type { InspectedFile, InspectionQuestion } from '../questions/inspection-question.js';

/** What to check. */
interface FilesQuestion {
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
  /** What is remembered of the findings. */
  readonly memory: FindingMemories;
  /** Ends the check between two files. */
  readonly signal?: AbortSignal | undefined;
  readonly questionOf: (listing: ProjectListing) => InspectionQuestion;
  /** All that is in scope, whatever is asked. */
  readonly scope: () => WholeScope;
  /** By which state of the project files are judged. */
  readonly by?: ProjectState | undefined;
}

/** Inspects the files of a listing and evaluates the findings. @throws UsageError if git knows no such revision. */
export async function checkFiles(
  {
    root, listing: whole, base, ledger, guardedOut, targets, since, only, isIn, found, note, watch, memory, signal, questionOf,
    scope, by,
  }: FilesQuestion,
): Promise<CheckReport> {
  const changed = since === null ? null : changedSince(root, since);
  const isWanted = (file: ListedFile): boolean =>
    (changed === null || changed.has(file.path)) && (only === null || only.has(file.path)) && isIn(file.path);
  const wanted = whole.files.filter(isWanted);
  const listing = wanted.length === whole.files.length ? whole : { ...whole, files: wanted };
  const files: CheckedSource[] = [];
  const skipped: SkippedPath[] = listing.skipped.filter(({ path: own }) => isIn(own));
  const incomplete = [...base.incomplete, ...ledger.incomplete];
  const misreadWaivers: MisreadWaiver[] = [];
  const inspected = found !== null
    ? found(listing.files)
    : await inspectFiles(questionOf(listing), base.catalog, { whole: scope, by, memory, watch, signal });
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
    files.push(checked(file, outcome, ledger, changed, root));
    if (outcome.unfinished.length > 0) {
      incomplete.push({ path: file.path, reason: { code: 'unfinished', rules: outcome.unfinished } });
    }
    misreadWaivers.push(...outcome.misread.map(({ line, text, problem }) => ({ path: file.path, line, text, problem })));
  }
  sortByPath(skipped, (entry) => entry.path);
  const account = ledger.account(
    { saw: (own) => changed === null && only === null && isIn(own) && isWithin(own, targets) && !isUnread(own, incomplete) },
  );
  return {
    ...base,
    incomplete,
    files,
    skipped,
    misreadWaivers,
    failOn: listing.failOn,
    confidence: listing.confidence,
    guardedOut,
    expectations: whole.expectations(targets.length === 0),
    ledger: account,
    since,
  };
}

/**
 * A file with the findings that count, those excused that the ledger knows.
 * @param changed the lines that are asked about; null for all.
 */
function checked(
  { path: own, language, rules }: ListedFile, found: FileFindings, ledger: Ledger, changed: ChangedLines | null, root: string,
): CheckedSource {
  let findings = findingsIn(found, own, rules.set);
  const judged = ledger.isEmpty ? null : ledger.excuse(findings.all, rules.set);
  if (judged !== null && judged !== findings.all) findings = listOf(judged);
  if (changed !== null && found.size > 0) findings = listOf(changed.among(findings.all, path.join(root, own)));
  return {
    path: own, language, rules, findings, waivers: found.waivers, lines: found.lines, repairs: lazily(() => repairsIn(found)),
  };
}

function isWithin(own: string, targets: readonly string[]): boolean {
  return targets.length === 0 || targets.some((target) => target === '' || own === target || own.startsWith(`${target}/`));
}

function isUnread(own: string, incomplete: readonly IncompletePath[]): boolean {
  return incomplete.some(({ path: unread }) =>
    unread === own || (unread.endsWith('/') && (unread === '/' || own.startsWith(unread))));
}
