import type { Tools } from '../../core/inspect/inspect-file.js';
import path from 'node:path';
import type { Catalog } from '../../core/catalog/catalog.js';
import { repairFile } from '../../core/inspect/repair-file.js';
import { findingsIn } from '../../core/findings/finding-list.js';
import type { Ledger } from '../../core/ledger/ledger.js';
import type { Language } from '../../core/base/language.js';
import type { ChangedBundle, RepairedSource } from '../../core/inspect/fix-report.js';
import type { Finding } from '../../core/model/finding.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import type { IncompletePath } from '../../core/model/scope.js';
import { SourceText } from '../../core/base/source-text.js';
import { EventLoop } from './event-loop.js';
import { followingEntries } from './ledger-file.js';
import { makeTools } from './inspect-share.js';
import { FindingMemory, type FindingMemories } from '../memory/finding-memory.js';
import type { SkippedReading } from '../files/source-file.js';
import { readAskedFile } from './read-asked-file.js';
import { withinLimit } from './stopwatch.js';
import { TextBundles } from './text-bundles.js';
import type { FileChange } from '../writing/file-change.js';
import type { FollowingEntry } from '../writing/journal.js';
import type { Watch } from '../files/watch.js';
import type { Writer } from '../writing/writer.js';
import type { InspectionQuestion } from '../questions/inspection-question.js';
import { languageById } from '../../core/languages/languages.js';

/** The result of repairing files. */
interface RepairedFiles {
  readonly files: readonly RepairedSource[];
  readonly skipped: readonly { readonly path: string; readonly reading: SkippedReading }[];
  readonly incomplete: readonly IncompletePath[];
  /** The translations that texts have moved to, or would. */
  readonly bundles: readonly ChangedBundle[];
}

/** How to repair files. */
interface RepairQuestion {
  /** Which findings to repair. */
  readonly wants: (finding: Finding) => boolean;
  /** Writes the repaired files; if null, nothing on disk changes. */
  readonly writer: Writer | null;
  /** Findings that it excuses are not repaired. */
  readonly ledger: Ledger;
  readonly watch: Watch;
  /** What is remembered of the findings. */
  readonly memory: FindingMemories;
  /** Stops the work between two files. */
  readonly signal?: AbortSignal | undefined;
}

/** Repairs files one after another. */
export async function repairFiles(
  question: InspectionQuestion, catalog: Catalog, { wants, writer, ledger, watch, memory, signal }: RepairQuestion,
): Promise<RepairedFiles> {
  const remembered = FindingMemory.of(question, catalog, memory);
  let tools: Tools | null = null;
  const bundles = new TextBundles(question.root);
  const files: RepairedSource[] = [];
  const skipped: RepairedFiles['skipped'][number][] = [];
  const incomplete: IncompletePath[] = [];
  const eventLoop = new EventLoop();
  watch.begins(writer !== null ? 'Repairing' : 'Looking for repairs', question.files.length);
  for (const [index, { path: own, language, set }] of question.files.entries()) {
    await eventLoop.turn();
    signal?.throwIfAborted();
    watch.reaches(index, own);
    const file = path.join(question.root, own);
    const reading = readAskedFile(question, own);
    if ('skipped' in reading) {
      skipped.push({ path: own, reading });
      continue;
    }
    const source = new SourceText(own, languageById(language) as Language, reading.text, reading.hasByteOrderMark);
    const rules = question.sets[set] as RuleSet;
    const open = openIn(remembered?.find(index) ?? null, own, ledger, rules);
    if (open?.some(wants) === false) {
      files.push({ path: own, before: source.whole, after: source.whole, repaired: new Map(), withdrawn: [], left: open });
      continue;
    }
    // Loading the grammars takes a while.
    const loaded = tools ??= { ...await makeTools(question, catalog), textKeys: bundles };
    bundles.begin();
    const outcome = withinLimit(loaded, source, () => repairFile(source, rules, loaded, wants, ledger));
    if ('givenUp' in outcome) {
      incomplete.push({ path: own, reason: outcome.givenUp });
      continue;
    }
    const { text, repaired, withdrawn, left, moved, reprinted: changed } = outcome;
    const [before, after] = [source.whole, text.whole];
    const failed = writer === null || before === after
      ? null
      : writeAll(writer, [{ file, before, after }, ...bundles.changesFor(moved)], followingEntries(ledger, changed));
    if (failed === null) bundles.accept(moved);
    if (failed !== null) incomplete.push({ path: own, reason: { code: 'unwritten', why: failed } });
    files.push({
      path: own,
      before,
      after: failed === null ? after : before,
      repaired: failed === null ? repaired : new Map(),
      withdrawn,
      left,
    });
  }
  for (const { path: own, why } of bundles.failed()) incomplete.push({ path: own, reason: { code: 'unwritten', why } });
  return { files, skipped, incomplete, bundles: bundles.changed() };
}

/** Writes a file, and what moves from it to others: all of it, or nothing. */
function writeAll(
  writer: Writer, changes: readonly [FileChange, ...FileChange[]], follows: readonly FollowingEntry[],
): string | null {
  if (changes.length === 1) return writer.write(changes[0], follows);
  const unwritten = writer.together(changes, follows);
  return unwritten === null ? null : `${path.basename(unwritten.file)}: ${unwritten.why}`;
}

/** The open findings of a file that need not be looked at; null if it has to be. */
function openIn(
  found: ReturnType<FindingMemory['find']>, own: string, ledger: Ledger, rules: RuleSet,
): readonly Finding[] | null {
  return found === null || 'skipped' in found
    ? null
    : ledger.excuse(findingsIn(found, own, rules).all, rules).filter(({ excused }) => excused === null);
}
