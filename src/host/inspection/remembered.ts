import type { Catalog } from '../../core/catalog/catalog.js';
import type { FileFindings } from '../../core/findings/file-findings.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import type { LanguageId } from '../../core/base/language.js';
import { buildId, CacheKeys, originOf } from '../cache/cache-keys.js';
import { contentDigest } from '../cache/digests.js';
import { FACTS_ALONE, type InspectionCache, type LatestLook } from '../cache/inspection-cache.js';
import type { OutcomeMemo } from '../cache/outcome-memo.js';
import type { SkippedReading } from '../files/source-file.js';
import type { InspectedFile, InspectionJob } from './inspect-share.js';
import { isLasting } from './kept-data.js';

/** What is known of the findings of a project: what earlier runs have kept, and what has not changed since it was found. */
export interface KnownFindings {
  /** Null to keep nothing for later runs. */
  readonly cache: InspectionCache | null;
  readonly memo: OutcomeMemo;
}

/** What earlier runs have found in the files of a job. */
export class Remembered {
  private readonly keys: CacheKeys;
  private readonly own: ReadonlySet<string>;
  private readonly generation: number;

  private constructor(private readonly job: InspectionJob, private readonly cache: InspectionCache | null, private readonly memo: OutcomeMemo, catalog: Catalog, build: string) {
    const { houseRules, terms: { needsReasons }, settings, ownFiles } = job;
    this.keys = new CacheKeys({ catalog, houseRules, needsReasons, settings }, build);
    this.own = new Set(ownFiles);
    this.generation = memo.generation;
  }

  /** Null if it is not known which program this is. @param hasAsked whether this run has already asked the cache about files. */
  static of(job: InspectionJob, catalog: Catalog, { cache, memo }: KnownFindings, hasAsked = false): Remembered | null {
    const build = buildId();
    if (build === null) return null;
    if (!hasAsked) cache?.begin();
    return new Remembered(job, cache, memo, catalog, build);
  }

  /** Whether the versions of files that are read are of use. */
  get wantsVersions(): boolean {
    return this.cache !== null;
  }

  /** What was found in a file of the job; null if that is not known. */
  find(index: number): FileFindings | SkippedReading | null {
    const { path, language, set } = this.fileAt(index);
    const rules = this.job.sets[set] as RuleSet;
    if (Object.hasOwn(this.job.documents, path)) return null;
    const key = this.keyFor(path, rules, language);
    const { today } = this.job.terms;
    const known = this.memo.find(path, key, today);
    if (known !== null && this.isEnough(known)) return known;
    const found = this.cache?.find(path, key, today) ?? null;
    if (found === null || !this.isEnough(found.data)) return null;
    this.memo.put(path, { key, today: found.today, outcome: found.data }, this.generation);
    return found.data;
  }

  /** What was last found in a file of the job, and what has changed since; null if nothing is known. */
  latest(index: number): { readonly look: LatestLook; readonly changed: 'file' | 'rules' | 'day' | null } | null {
    const { path, language, set } = this.fileAt(index);
    const look = this.cache?.latest(path) ?? null;
    if (look === null) return null;
    const key = this.keyFor(path, this.job.sets[set] as RuleSet, language);
    const isOfToday = look.today === null || look.today === this.job.terms.today;
    return { look, changed: look.isChanged ? 'file' : withoutProject(look.key) !== withoutProject(key) ? 'rules' : isOfToday ? null : 'day' };
  }

  /** Remembers what was found in a file, unless another run might find something else. */
  put(index: number, { outcome, version, facts }: Omit<InspectedFile, 'index'>): void {
    const { path, language, set } = this.fileAt(index);
    if (!isLasting(outcome) || Object.hasOwn(this.job.documents, path)) return;
    // Waivers that end some day hold on this one.
    const today = 'waivers' in outcome && outcome.waivers.some(({ until }) => until !== null) ? this.job.terms.today : null;
    const rules = this.job.sets[set] as RuleSet;
    const key = this.keyFor(path, rules, language);
    if (version !== null) this.cache?.put({ path, key, ...version, today, data: outcome, facts, origin: originOf(this.job.settings) });
    this.memo.put(path, { key, today, outcome }, this.generation);
  }

  /** Writes what is new. */
  save(): void {
    this.cache?.save();
  }

  /** What another program found in a file decides too, and what only the whole project tells. */
  private keyFor(path: string, rules: RuleSet, language: LanguageId): string {
    const key = `${rules.id === '' ? FACTS_ALONE : ''}${this.keys.keyFor(rules, language, this.own.has(path))}`;
    const foreign = this.job.foreign.get(path);
    const byProject = this.job.byProject.get(path);
    const own = foreign === undefined ? key : `${key} ${contentDigest(Buffer.from(foreign))}`;
    return byProject === undefined ? own : `${own}${PROJECT}${contentDigest(Buffer.from(byProject))}`;
  }

  /** Whether all that the job wants to know is known. */
  private isEnough(outcome: FileFindings | SkippedReading): boolean {
    return !this.job.wantsRepairs || 'skipped' in outcome || outcome.repairs !== null;
  }

  private fileAt(index: number): InspectionJob['files'][number] {
    return this.job.files[index] as InspectionJob['files'][number];
  }
}

/** Stands before the part of a key that is about the whole project. */
const PROJECT = ' project ';

/** Who does not look at the project cannot say whether it has changed. */
function withoutProject(key: string): string {
  return key.split(PROJECT, 1)[0] as string;
}
