import type { Catalog } from '../../core/catalog/catalog.js';
import { ProjectFacts } from '../../core/facts/project.js';
import { findInProject, projectRules } from '../../core/inspect/project-findings.js';
import type { Rule } from '../../core/catalog/rule.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import { buildId } from '../cache/cache-keys.js';
import { quickDigest } from '../files/quick-digest.js';
import type { InspectedFile, InspectionJob } from './inspect-share.js';
import { readFacts, type FactsOptions, type ReadFacts } from './project-facts.js';

/** All that is in scope, whatever a run is about. */
export interface WholeScope {
  readonly job: InspectionJob;
  /** The paths that are not checked; a directory ends in `/`. */
  readonly skipped: readonly string[];
}

/** A job that knows what only the whole project tells, and what was found on the way, by path: files of which nothing is known that way. */
export interface KnowingJob {
  readonly job: InspectionJob;
  readonly found: ReadonlyMap<string, InspectedFile>;
  /** Whether the cache has been asked about the files: its answers hold for this run. */
  readonly hasAsked: boolean;
}

/** Works out what only the whole project tells of the files of a job; nothing is read if no rule in force needs it. What is new in the cache is for the caller to write. @throws the signal's reason if it is aborted. */
export async function knowProject(job: InspectionJob, catalog: Catalog, whole: () => WholeScope, options: FactsOptions): Promise<KnowingJob> {
  const rulesFor = rulesOfSets(catalog);
  const asking = job.files.flatMap(({ path, set: place, language }): AskingFile[] => {
    const set = job.sets[place] as RuleSet;
    const rules = rulesFor(set, language);
    return rules.length === 0 ? [] : [{ path, set, rules }];
  });
  if (asking.length === 0) return { job, found: new Map(), hasAsked: false };
  const { job: all, skipped } = whole();
  const { files, found } = await readFacts(job, all, catalog, options);
  const state = stateOf(asking, files, skipped);
  const cache = options.known?.cache;
  const known = cache?.projectIn(state) ?? null;
  const findings = known ?? workOut(asking, files, skipped, options);
  if (known === null) cache?.putProject({ state, findings });
  const byProject = new Map(findings);
  return { job: { ...job, byProject }, found: new Map([...found].filter(([path]) => !byProject.has(path))), hasAsked: true };
}

/** A file that some rules need to know the whole project for. */
interface AskingFile {
  readonly path: string;
  readonly set: RuleSet;
  readonly rules: readonly Rule[];
}

function workOut(asking: readonly AskingFile[], files: ReadFacts['files'], skipped: readonly string[], { known }: FactsOptions): [string, string][] {
  const facts = files.flatMap((file) => file.facts.file() ?? []);
  const project = known === null ? new ProjectFacts(facts, skipped) : known.memo.projectOf(facts, skipped);
  return asking.flatMap(({ path, set, rules }): [string, string][] => {
    const file = project.at(path);
    const findings = file === undefined ? null : findInProject(file, project, set, rules);
    return findings === null ? [] : [[path, JSON.stringify(findings)]];
  });
}

/** All that decides what is worked out, as a digest. */
function stateOf(asking: readonly AskingFile[], files: ReadFacts['files'], skipped: readonly string[]): string {
  const settings: string[] = [];
  // Files of one language with one set share their rules.
  const numbers = new Map<readonly Rule[], number>();
  const asked = asking.map(({ path, set, rules }) => {
    let number = numbers.get(rules);
    if (number === undefined) numbers.set(rules, (number = settings.push(JSON.stringify(rules.map(({ id }) => [id, set.rules.get(id)?.options])))));
    return `${path}\t${number}`;
  });
  return quickDigest(Buffer.from([buildId() ?? '', ...settings, ...asked, ...files.map(({ path, facts }) => `${path}\t${facts.check}`), ...skipped].join('\n')));
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
