import { FACT_SOURCES, grammarsFor, KNOWN_LANGUAGES, languageById } from '../../core/languages/languages.js';
import type { InspectedFile, InspectionQuestion, ReadVersion } from '../questions/inspection-question.js';
import path from 'node:path';
import type { Catalog } from '../../core/catalog/catalog.js';
import { makeHouseRule } from '../../core/catalog/house-rule.js';
import { CATALOG } from '../../core/catalog/registry.js';
import type { FileFindings } from '../../core/findings/file-findings.js';
import { findingsOfLook, inspectSource, type Tools } from '../../core/inspect/inspect-file.js';
import { Planner } from '../../core/inspect/plan.js';
import { grammarFor, type GrammarId, type Language } from '../../core/base/language.js';
import type { Finding } from '../../core/model/finding.js';
import type { Repair } from '../../core/model/repair.js';
import { factsOf } from '../../core/facts/facts-of.js';
import type { Facts } from '../../core/facts/facts.js';
import { foreignLookup } from '../../core/inspect/foreign-hits.js';
import { projectLookup, type ProjectFindings } from '../../core/inspect/project-findings.js';
import { makeForeignRule } from '../../core/catalog/foreign-rule.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import { SourceText } from '../../core/base/source-text.js';
import { Source } from '../../core/syntax/source.js';
import { fencedCode } from '../../core/syntax/fenced-code.js';
import { TimeLimit } from '../../core/syntax/time-limit.js';
import { contentDigest } from '../files/digests.js';
import { stampOf } from '../files/stamp.js';
import { EventLoop } from './event-loop.js';
import { ENGLISH } from './dictionary-files.js';
import { SHIPPED_GRAMMARS } from './grammar-files.js';
import { keptAlive } from './kept-alive.js';
import { readAskedFile } from './read-asked-file.js';
import { LONGEST_LOOK, STOPWATCH, withinLimit } from './stopwatch.js';
import { NO_WATCH, type Watch } from '../files/watch.js';

/** How a share is inspected. */
interface ShareOptions {
  /** Receives the result of each file. */
  readonly found: (file: InspectedFile) => void;
  readonly watch?: Watch;
  /** Stops the work between two files. */
  readonly signal?: AbortSignal | undefined;
  /** Tells what only the whole project says of a file, once its facts are known. */
  readonly learn?: LearnOfProject | undefined;
}

/** What only the whole project says of a file of a question, given its facts; null for nothing. */
export type LearnOfProject = (index: number, facts: Facts) => ProjectFindings | null;

/**
 * Inspects files of a question one after another, until there are none left or the run is aborted.
 * @param take returns the index of the next file to inspect; past the last index there is none left.
 */
export async function inspectShare(
  question: InspectionQuestion, take: () => number, { found, watch = NO_WATCH, signal, learn }: ShareOptions,
): Promise<void> {
  const {
    documents, settings, sets, houseRules, files, ownFiles, terms, wantsVersions, foreignRules, foreign, byProject,
  } = question;
  const tools = await makeTools(
    {
      files: files.filter(({ language }) => languageById(language)?.insideAs !== 'fences'),
      ownFiles,
      terms,
      settings,
      foreign,
      byProject,
    },
    CATALOG.with([...houseRules.map(makeHouseRule), ...foreignRules.map(makeForeignRule)]),
  );
  const typing = { ...tools, grammars: tools.grammars.following() };
  const eventLoop = new EventLoop();
  for (let index = take(); index < files.length; index = take()) {
    await eventLoop.turn();
    if (signal?.aborted === true) break;
    const file = files[index] as InspectionQuestion['files'][number];
    watch.reaches(index, file.path);
    let version: ReadVersion | null = null;
    const began = Date.now();
    const reading = readAskedFile(
      question,
      file.path,
      wantsVersions ? (bytes, stats) => (version = { digest: contentDigest(bytes), stamp: stampOf(stats, began) }) : undefined,
    );
    if ('skipped' in reading) {
      found({ index, outcome: reading, version, facts: null });
      continue;
    }
    const source = new SourceText(
      file.path, languageById(file.language) as Language, reading.text, reading.hasByteOrderMark, reading.isPlain,
    );
    let facts: Facts | null = null;
    if (source.language.insideAs === 'fences') await loadWhatIsInside(tools, reading.text);
    const outcome = withinLimit(tools, source, () => {
      const seen = inspected(
        source,
        sets[file.set] as RuleSet,
        isTypedIn(file.path, documents) ? typing : tools,
        question,
        learn === undefined ? undefined : (own) => learn(index, own),
      );
      facts = seen.facts;
      return seen.found;
    }, 1);
    found({ index, outcome, version, facts });
  }
}

/** Whether a file is open in an editor. */
function isTypedIn(own: string, documents: InspectionQuestion['documents']): boolean {
  return Object.hasOwn(documents, own) && typeof documents[own] === 'string';
}

/**
 * Loads the grammars of the code in a text of Markdown: nearly every project has such files, and hardly any has code of every
 * language.
 */
async function loadWhatIsInside({ grammars }: Tools, text: string): Promise<void> {
  await keptAlive(
    grammars.load(fencedCode(text, KNOWN_LANGUAGES).flatMap(({ language, ending }) => grammarFor(language, `a${ending}`) ?? [])),
  );
}

/** Parses a file once, for its findings and its facts. */
function inspected(text: SourceText, set: RuleSet, tools: Tools, { wantsRepairs, wantsFacts }: InspectionQuestion, learn?: (
  facts: Facts,
) => ProjectFindings | null): { readonly found: FileFindings; readonly facts: Facts | null } {
  const source = new Source(text, tools.grammars, tools.spelling);
  try {
    const repairs = wantsRepairs ? new Map<Finding, Repair>() : null;
    const facts = wantsFacts ? factsOf(source, FACT_SOURCES) : null;
    const known = facts === null ? null : learn?.(facts) ?? null;
    const look = inspectSource(source, set, known === null ? tools : { ...tools, project: () => known }, repairs);
    return { facts, found: findingsOfLook(look, repairs) };
  } finally {
    source.dispose();
  }
}

/** The parts of a question that decide which tools its files are inspected with. */
type ToolsQuestion = Pick<InspectionQuestion, 'files' | 'ownFiles' | 'terms' | 'settings'> & Partial<
  Pick<InspectionQuestion, 'foreign' | 'byProject'>
>;

/** The tools for inspecting the files of a question. */
export async function makeTools(
  { files, ownFiles, terms, settings, foreign, byProject }: ToolsQuestion, catalog: Catalog,
): Promise<Tools> {
  const grammars = SHIPPED_GRAMMARS.limitedTo(new TimeLimit(settings.longestLook ?? LONGEST_LOOK, STOPWATCH));
  await keptAlive(grammars.load(neededGrammars(files)));
  return {
    ...terms,
    ownFiles: new Set(ownFiles),
    grammars,
    planner: new Planner(catalog, grammars),
    spelling: ENGLISH,
    ...(foreign !== undefined && foreign.size > 0 && { foreign: foreignLookup(foreign) }),
    ...(byProject !== undefined && byProject.size > 0 && { project: projectLookup(byProject) }),
  };
}

function neededGrammars(files: InspectionQuestion['files']): Set<GrammarId> {
  const grammars = new Set<GrammarId>();
  for (const { path: file, language } of files) {
    for (const grammar of grammarsFor(languageById(language) as Language, path.posix.basename(file))) grammars.add(grammar);
  }
  return grammars;
}
