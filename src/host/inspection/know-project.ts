import type { Language } from '../../core/base/language.js';
import { languageById } from '../../core/languages/languages.js';
import type { Catalog } from '../../core/catalog/catalog.js';
import { FileFacts } from '../../core/facts/facts.js';
import type { ProjectFacts } from '../../core/facts/project.js';
import { findInProject, projectRules, type ProjectFindings } from '../../core/inspect/project-findings.js';
import type { Rule } from '../../core/finders/rule.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import { buildId } from '../memory/memory-keys.js';
import { quickDigest } from '../files/quick-digest.js';
import { inspectInParallel } from './inspect-in-parallel.js';
import type { LearnOfProject } from './inspect-share.js';
import { readFacts, type FactsContext, type FindByProject, type KnownFile } from './project-facts.js';
import type { InspectedFile, InspectionQuestion } from '../questions/inspection-question.js';

/** All that is in scope, whatever a run is about. */
export interface WholeScope {
  readonly question: InspectionQuestion;
  /** The paths that are not checked; a directory ends in `/`. */
  readonly skipped: readonly string[];
  /** Whether patterns exclude a path, whether or not there is anything. */
  readonly excludes: (own: string) => boolean;
  /** A text that changes whenever the patterns may exclude other paths. */
  readonly patterns: string;
}

/**
 * A question that has what only the whole project tells; and by path, the outcomes of files inspected on the way about which the
 * project tells nothing.
 */
interface KnowingQuestion {
  readonly question: InspectionQuestion;
  readonly found: ReadonlyMap<string, InspectedFile>;
  /** By path, the outcomes of files that were inspected on the way by themselves, about which the project tells something. */
  readonly alone: ReadonlyMap<string, InspectedFile>;
  /** Whether the memory has checked the files already, so that its answers hold for this run. */
  readonly hasAsked: boolean;
  /** Whether the outcomes found on the way hold for the project as it is now, so that they can be remembered. */
  readonly isCurrent: boolean;
}

/**
 * By which state of the project files are judged: as it is, or as it was when all of it was last read; nothing by the project, if
 * it never was.
 */
export type ProjectState = 'now' | 'before';

/**
 * Works out what only the whole project tells of the files of a question; nothing is read if no rule in force needs it. What is
 * new in the memory is for the caller to write.
 * @throws the signal's reason if it is aborted.
 */
export async function knowProject(
  question: InspectionQuestion,
  catalog: Catalog,
  whole: () => WholeScope,
  options: FactsContext & { readonly by?: ProjectState | undefined },
): Promise<KnowingQuestion> {
  const { by = 'now' } = options;
  const rulesFor = rulesOfSets(catalog);
  const asking = question.files.flatMap(({ path, set: place, language }): AskingFile[] => {
    const set = question.sets[place] as RuleSet;
    const rules = rulesFor(set, language);
    return rules.length === 0 ? [] : [{ path, set, rules }];
  });
  if (asking.length === 0) return { question, found: new Map(), alone: new Map(), hasAsked: false, isCurrent: true };
  if (by === 'before') return knowingBefore(question, asking, options);
  const scope = whole();
  const { session, disk } = options.memory;
  const find: FindByProject = (path, known) => {
    const asker = asking.find((file) => file.path === path);
    return asker === undefined ? null : findFor(asker, session.projectOf(factsOf(known), scope));
  };
  const { files, found } = await readFacts(question, scope.question, catalog, find, options);
  const state = disk === null ? null : stateOf(asking, files, scope);
  const known = state === null ? null : disk?.projectIn(state) ?? null;
  const findings = known ?? workOut(asking, session.projectOf(factsOf(files), scope));
  if (known === null && state !== null) disk?.putProject({ state, findings });
  const byProject = new Map(findings);
  // The only one that was looked at knew the whole project.
  if (found.size === 1) return { question: { ...question, byProject }, found, alone: new Map(), hasAsked: true, isCurrent: true };
  const [rest, alone] = [new Map<string, InspectedFile>(), new Map<string, InspectedFile>()];
  for (const [path, file] of found) (byProject.has(path) ? alone : rest).set(path, file);
  return { question: { ...question, byProject }, found: rest, alone, hasAsked: true, isCurrent: true };
}

/** Reads the facts of all files, for {@link ProjectState} `before`; nothing if no rule in force needs them. */
export async function readProject(
  question: InspectionQuestion, catalog: Catalog, scope: WholeScope, options: FactsContext,
): Promise<void> {
  const rulesFor = rulesOfSets(catalog);
  if (!question.files.some(({ set, language }) => rulesFor(question.sets[set] as RuleSet, language).length > 0)) return;
  const { files } = await readFacts(question, scope.question, catalog, () => null, options);
  options.memory.session.projectOf(factsOf(files), scope);
}

/** Judges files by the project as it was: for whoever cannot wait until all of it has been read. */
async function knowingBefore(
  question: InspectionQuestion, asking: readonly AskingFile[], { memory: { session }, watch, signal }: FactsContext,
): Promise<KnowingQuestion> {
  const project = session.latestProject;
  const found = new Map<string, InspectedFile>();
  if (project !== null) {
    const askers = new Map(asking.map((file) => [file.path, file]));
    const look = { ...question, wantsFacts: true, files: question.files.filter(({ path }) => askers.has(path)) };
    const learn: LearnOfProject = (index, facts) => {
      const { path, language } = look.files[index] as InspectionQuestion['files'][number];
      const { set, rules } = askers.get(path) as AskingFile;
      return findInProject(new FileFacts(path, languageById(language) as Language, facts), project, set, rules);
    };
    for (const one of await inspectInParallel(look, watch, signal, learn)) {
      found.set((look.files[one.index] as InspectionQuestion['files'][number]).path, one);
    }
  }
  return { question, found, alone: new Map(), hasAsked: false, isCurrent: false };
}

/** A file that some rules need to know the whole project for. */
interface AskingFile {
  readonly path: string;
  readonly set: RuleSet;
  readonly rules: readonly Rule[];
}

function factsOf(files: readonly KnownFile[]): FileFacts[] {
  return files.flatMap(({ facts }) => facts.file() ?? []);
}

function workOut(asking: readonly AskingFile[], project: ProjectFacts): [string, string][] {
  return asking.flatMap((file): [string, string][] => {
    const findings = findFor(file, project);
    return findings === null ? [] : [[file.path, JSON.stringify(findings)]];
  });
}

function findFor({ path, set, rules }: AskingFile, project: ProjectFacts): ProjectFindings | null {
  const file = project.at(path);
  return file === undefined ? null : findInProject(file, project, set, rules);
}

/** All that decides what is worked out, as a digest. */
function stateOf(asking: readonly AskingFile[], files: readonly KnownFile[], { skipped, patterns }: WholeScope): string {
  const settings: string[] = [];
  // Files of one language with one set share their rules.
  const numbers = new Map<readonly Rule[], number>();
  const asked = asking.map(({ path, set, rules }) => {
    let number = numbers.get(rules);
    if (number === undefined) {
      numbers.set(rules, (number = settings.push(JSON.stringify(rules.map(({ id }) => [id, set.rules.get(id)?.options])))));
    }
    return `${path}\t${number}`;
  });
  return quickDigest(
    Buffer.from([buildId() ?? '', ...settings, ...asked, ...files.map((
      { path, facts },
    ) => `${path}\t${facts.check}`), ...skipped, patterns].join('\n')),
  );
}

function rulesOfSets(catalog: Catalog): (set: RuleSet, language: string) => readonly Rule[] {
  const known = new Map<RuleSet, Map<string, readonly Rule[]>>();
  return (set, language) => {
    let byLanguage = known.get(set);
    if (byLanguage === undefined) known.set(set, (byLanguage = new Map()));
    let rules = byLanguage.get(language);
    if (rules === undefined) byLanguage.set(language, (rules = projectRules(set, catalog, language)));
    return rules;
  };
}
