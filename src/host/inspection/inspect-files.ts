import type { Catalog } from '../../core/catalog/catalog.js';
import { keptInspection } from '../../core/inspect/kept-inspection.js';
import type { RecordData } from '../cache/record.js';
import type { Watch } from '../files/watch.js';
import { inspectInParallel } from './inspect-in-parallel.js';
import type { InspectedFile, InspectionJob } from './inspect-share.js';
import { Remembered, type KnownFindings } from './remembered.js';

/** How files are inspected. */
export interface InspectionOptions {
  /** What is known of the findings; null to do without. */
  readonly known: KnownFindings | null;
  readonly watch: Watch;
  /** Ends it between two files. */
  readonly signal?: AbortSignal | undefined;
}

/** Inspects the files of a job: those of which it is not known what an earlier run has found. @throws the signal's reason if the run is aborted. */
export async function inspectFiles(job: InspectionJob, catalog: Catalog, { known, watch, signal }: InspectionOptions): Promise<InspectedFile[]> {
  signal?.throwIfAborted();
  const remembered = job.files.length === 0 ? null : Remembered.of(job, catalog, known);
  if (remembered === null) return inspectInParallel(job, watch, signal);
  const results = job.files.map((_, index): InspectedFile | null => {
    const outcome = remembered.find(index);
    return outcome === null ? null : { index, outcome, version: null };
  });
  const missing = results.flatMap((result, index) => (result === null ? [index] : []));
  const found = missing.length === 0 ? [] : await inspectInParallel({ ...job, wantsVersions: true, files: missing.map((index) => job.files[index] as InspectionJob['files'][number]) }, watch, signal);
  for (const { index: place, ...result } of found) {
    const index = missing[place] as number;
    results[index] = { index, ...result };
    const data = dataOf(result.outcome);
    if (data !== null) remembered.put(index, result, data);
  }
  remembered.save();
  return results as InspectedFile[];
}

/** What is kept of an outcome; null for what another run might find otherwise. */
function dataOf(outcome: InspectedFile['outcome']): RecordData | null {
  if ('givenUp' in outcome) return null;
  if ('skipped' in outcome) return outcome.skipped === 'binary' || outcome.skipped === 'not-utf8' || outcome.skipped === 'generated' ? { skipped: outcome.skipped } : null;
  return outcome.unfinished.length > 0 ? null : keptInspection(outcome);
}
