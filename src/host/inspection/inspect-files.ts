import { inspectionOf, keptInspection } from '../../core/inspect/kept-inspection.js';
import type { Catalog } from '../../core/catalog/catalog.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import { buildId, CacheKeys } from '../cache/cache-keys.js';
import type { InspectionCache } from '../cache/inspection-cache.js';
import type { RecordData } from '../cache/record.js';
import type { Watch } from '../files/watch.js';
import { inspectInParallel } from './inspect-in-parallel.js';
import type { InspectedFile, InspectionJob } from './inspect-share.js';

/** How files are inspected. */
export interface InspectionOptions {
  /** What earlier runs have found; null to do without. */
  readonly cache: InspectionCache | null;
  readonly watch: Watch;
  /** Ends it between two files. */
  readonly signal?: AbortSignal | undefined;
}

/** Inspects the files of a job: those of which it is not known what an earlier run has found. @throws the signal's reason if the run is aborted. */
export async function inspectFiles(job: InspectionJob, catalog: Catalog, { cache, watch, signal }: InspectionOptions): Promise<InspectedFile[]> {
  signal?.throwIfAborted();
  const build = cache === null ? null : buildId();
  if (cache === null || build === null || job.files.length === 0) return inspectInParallel(job, watch, signal);
  cache.begin();
  const keys = new CacheKeys({ catalog, houseRules: job.houseRules, needsReasons: job.terms.needsReasons, settings: job.settings }, build);
  const own = new Set(job.ownFiles);
  const all = job.files.map((file) => ({ file, set: job.sets[file.set] as RuleSet, key: keys.keyFor(job.sets[file.set] as RuleSet, file.language, own.has(file.path)) }));
  const results: (InspectedFile | null)[] = all.map(({ file, set, key }, index) => remembered(file.path in job.documents ? null : cache.find(file.path, key, job.terms.today), file.path, set, index));
  const missing = results.flatMap((result, index) => (result === null ? [index] : []));
  const found = missing.length === 0 ? [] : await inspectInParallel({ ...job, wantsVersions: true, files: missing.map((index) => job.files[index] as InspectionJob['files'][number]) }, watch, signal);
  for (const { index: place, outcome, version } of found) {
    const index = missing[place] as number;
    results[index] = { index, outcome, version };
    const data = version === null ? null : dataOf(outcome);
    const { file, key } = all[index] as typeof all[number];
    if (version !== null && data !== null) cache.put({ path: file.path, key, ...version, today: dayOf(outcome, job.terms.today), data });
  }
  cache.save();
  return results as InspectedFile[];
}

function remembered(data: RecordData | null, own: string, set: RuleSet, index: number): InspectedFile | null {
  if (data === null) return null;
  if ('skipped' in data) return { index, outcome: data, version: null };
  try {
    return { index, outcome: inspectionOf(data, own, set), version: null };
  } catch (error) {
    // It has the right digest and is still no text of ours.
    if (error instanceof SyntaxError) return null;
    throw error;
  }
}

/** What is kept of an outcome; null for what another run might find otherwise. */
function dataOf(outcome: InspectedFile['outcome']): RecordData | null {
  if ('givenUp' in outcome) return null;
  if ('skipped' in outcome) return outcome.skipped === 'binary' || outcome.skipped === 'not-utf8' || outcome.skipped === 'generated' ? { skipped: outcome.skipped } : null;
  return outcome.unfinished.length > 0 ? null : keptInspection(outcome);
}

/** The day on which an outcome holds, if it has waivers that end some day. */
function dayOf(outcome: InspectedFile['outcome'], today: string): string | null {
  return 'waivers' in outcome && outcome.waivers.some(({ until }) => until !== null) ? today : null;
}
