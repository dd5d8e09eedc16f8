import type { Catalog } from '../../core/catalog/catalog.js';
import { FileFacts } from '../../core/facts/facts.js';
import { ProjectFacts } from '../../core/facts/project.js';
import { findInProject, projectRules } from '../../core/inspect/project-findings.js';
import type { Rule } from '../../core/catalog/rule.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import type { CheckedFile } from '../../core/model/scope.js';
import { buildId } from '../cache/cache-keys.js';
import type { Watch } from '../files/watch.js';
import { keptDataOf } from './kept-data.js';
import { inspectInParallel } from './inspect-in-parallel.js';
import type { InspectedFile, InspectionJob } from './inspect-share.js';
import { Remembered, type KnownFindings } from './remembered.js';

/** All that is in scope, whatever a run is about. */
export interface WholeScope {
  readonly job: InspectionJob;
  /** The paths that are not checked; a directory ends in `/`. */
  readonly skipped: readonly string[];
}

/** How the facts of files are read. */
export interface FactsOptions {
  /** What is known of files; null to do without. */
  readonly known: KnownFindings | null;
  readonly watch: Watch;
  /** Ends it between two files. */
  readonly signal?: AbortSignal | undefined;
}

/** A job that knows what only the whole project tells, and what was found on the way, by path: files of which nothing is known that way. */
export interface KnowingJob {
  readonly job: InspectionJob;
  readonly found: ReadonlyMap<string, InspectedFile>;
}

const NOTHING: KnowingJob['found'] = new Map<string, InspectedFile>();

/** A set of rules in which none is on. */
const NO_RULES: RuleSet = { id: '', rules: new Map() };

/** Works out what only the whole project tells of the files of a job; nothing is read if no rule in force needs it. What is new in the cache is for the caller to write. @throws the signal's reason if it is aborted. */
export async function knowProject(job: InspectionJob, catalog: Catalog, whole: () => WholeScope, options: FactsOptions): Promise<KnowingJob> {
  const rulesFor = rulesOfSets(catalog);
  const asking = job.files.filter(({ set, language }) => rulesFor(job.sets[set] as RuleSet, language).length > 0);
  if (asking.length === 0) return { job, found: NOTHING };
  const scope = whole();
  const { files, found } = await readFacts(job, scope, catalog, options);
  const project = (options.known?.memo ?? NO_MEMO).projectOf(files, scope.skipped);
  const byProject = new Map<string, string>();
  for (const { path, set, language } of asking) {
    const file = project.at(path);
    const rules = job.sets[set] as RuleSet;
    const findings = file === undefined ? null : findInProject(file, project, rules, rulesFor(rules, language));
    if (findings !== null) byProject.set(path, JSON.stringify(findings));
  }
  return { job: { ...job, byProject }, found: new Map([...found].filter(([path]) => !byProject.has(path))) };
}

/** For a run that keeps nothing. */
const NO_MEMO = { projectOf: (files: readonly FileFacts[], skipped: readonly string[]) => new ProjectFacts(files, skipped) };

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

/** The facts of all files in scope: those that are kept, and those of files that are looked at now. A file of the job is inspected at the same time. */
async function readFacts(job: InspectionJob, { job: all }: WholeScope, catalog: Catalog, options: FactsOptions): Promise<{ readonly files: FileFacts[]; readonly found: Map<string, InspectedFile> }> {
  const { known } = options;
  // What is open in an editor stands for its file.
  const documentOf = (path: string): string | null => (Object.hasOwn(all.documents, path) ? all.documents[path] as string : null);
  const facts = new Map<string, FileFacts | null>();
  const unknown: CheckedFile[] = [];
  const build = buildId();
  known?.cache.begin();
  const generation = known?.memo.generation ?? 0;
  for (const { path, language } of all.files) {
    const document = documentOf(path);
    let file = known?.memo.factsOf(path, document);
    if (file === undefined && document === null) {
      const kept = build === null ? undefined : known?.cache.factsOf(path, build);
      if (kept !== undefined) known?.memo.putFacts(path, null, (file = kept === null ? null : new FileFacts(path, language, kept)), generation);
    }
    if (file === undefined) unknown.push({ path, language });
    else facts.set(path, file);
  }
  const wanted = new Set(unknown.map(({ path }) => path));
  const own = job.files.filter(({ path }) => wanted.has(path));
  const ownPaths = new Set(own.map(({ path }) => path));
  const others = unknown.filter(({ path }) => !ownPaths.has(path));
  const found = new Map<string, InspectedFile>();
  const looks = [{ ...job, files: own }, { ...all, sets: [NO_RULES], houseRules: [], foreignRules: [], wantsRepairs: false, files: others.map((file) => ({ ...file, set: 0 })) }];
  for (const [turn, look] of looks.entries()) {
    if (look.files.length === 0) continue;
    const remembered = Remembered.of(look, catalog, known);
    for (const one of await inspectInParallel({ ...look, wantsVersions: remembered !== null, wantsFacts: true, foreign: turn === 0 ? job.foreign : new Map(), byProject: new Map() }, options.watch, options.signal)) {
      const { path, language } = look.files[one.index] as CheckedFile;
      const file = one.facts === null ? null : new FileFacts(path, language, one.facts);
      facts.set(path, file);
      known?.memo.putFacts(path, documentOf(path), file, generation);
      const data = keptDataOf(one.outcome);
      if (data !== null) remembered?.put(one.index, one, data);
      if (turn === 0) found.set(path, one);
    }
  }
  return { files: all.files.flatMap(({ path }) => facts.get(path) ?? []), found };
}
