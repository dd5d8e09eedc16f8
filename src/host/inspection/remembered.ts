import type { Catalog } from '../../core/catalog/catalog.js';
import type { Inspection } from '../../core/inspect/inspect-file.js';
import { inspectionOf } from '../../core/inspect/kept-inspection.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import { buildId, CacheKeys } from '../cache/cache-keys.js';
import type { InspectionCache, LatestLook } from '../cache/inspection-cache.js';
import type { RecordData } from '../cache/record.js';
import type { SkippedReading } from '../files/source-file.js';
import type { InspectedFile, InspectionJob } from './inspect-share.js';

/** What earlier runs have found in the files of a job. */
export class Remembered {
  private readonly keys: CacheKeys;
  private readonly own: ReadonlySet<string>;

  private constructor(private readonly job: InspectionJob, private readonly cache: InspectionCache, catalog: Catalog, build: string) {
    const { houseRules, terms: { needsReasons }, settings, ownFiles } = job;
    this.keys = new CacheKeys({ catalog, houseRules, needsReasons, settings }, build);
    this.own = new Set(ownFiles);
    cache.begin();
  }

  /** Null if nothing is to be remembered, or it is not known which program this is. */
  static of(job: InspectionJob, catalog: Catalog, cache: InspectionCache | null): Remembered | null {
    const build = cache === null ? null : buildId();
    return cache === null || build === null ? null : new Remembered(job, cache, catalog, build);
  }

  /** What was found in a file of the job; null if that is not known. */
  find(index: number): Inspection | SkippedReading | null {
    const { path, language, set } = this.fileAt(index);
    const rules = this.job.sets[set] as RuleSet;
    if (path in this.job.documents) return null;
    const data = this.cache.find(path, this.keys.keyFor(rules, language, this.own.has(path)), this.job.terms.today);
    if (data === null || 'skipped' in data) return data;
    try {
      return inspectionOf(data, path, rules);
    } catch (error) {
      // It has the right digest and is still no text of ours.
      if (error instanceof SyntaxError) return null;
      throw error;
    }
  }

  /** What was last found in a file of the job, and what has changed since; null if nothing is known. */
  latest(index: number): { readonly look: LatestLook; readonly changed: 'file' | 'rules' | 'day' | null } | null {
    const { path, language, set } = this.fileAt(index);
    const look = this.cache.latest(path);
    if (look === null) return null;
    const key = this.keys.keyFor(this.job.sets[set] as RuleSet, language, this.own.has(path));
    const isOfToday = look.today === null || look.today === this.job.terms.today;
    return { look, changed: look.isChanged ? 'file' : look.key !== key ? 'rules' : isOfToday ? null : 'day' };
  }

  /** Remembers what was found in a file. */
  put(index: number, { outcome, version }: Omit<InspectedFile, 'index'>, data: RecordData): void {
    if (version === null) return;
    const { path, language, set } = this.fileAt(index);
    // Waivers that end some day hold on this one.
    const today = 'waivers' in outcome && outcome.waivers.some(({ until }) => until !== null) ? this.job.terms.today : null;
    this.cache.put({ path, key: this.keys.keyFor(this.job.sets[set] as RuleSet, language, this.own.has(path)), ...version, today, data });
  }

  /** Writes what is new. */
  save(): void {
    this.cache.save();
  }

  private fileAt(index: number): InspectionJob['files'][number] {
    return this.job.files[index] as InspectionJob['files'][number];
  }
}
