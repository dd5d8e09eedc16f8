import type { Catalog } from '../../core/catalog/catalog.js';
import type { Watch } from '../files/watch.js';
import { inspectInParallel } from './inspect-in-parallel.js';
import type { InspectedFile, InspectionJob } from './inspect-share.js';
import { keptDataOf } from './kept-data.js';
import { knowProject, type WholeScope } from './know-project.js';
import { Remembered, type KnownFindings } from './remembered.js';

/** How files are inspected. */
export interface InspectionOptions {
  /** All that is in scope: some rules judge a file by the whole project. */
  readonly whole: () => WholeScope;
  /** What is known of the findings; null to do without. */
  readonly known: KnownFindings | null;
  readonly watch: Watch;
  /** Ends it between two files. */
  readonly signal?: AbortSignal | undefined;
}

/** Inspects the files of a job: those of which it is not known what an earlier run has found. @throws the signal's reason if the run is aborted. */
export async function inspectFiles(asked: InspectionJob, catalog: Catalog, options: InspectionOptions): Promise<InspectedFile[]> {
  const { whole, known, watch, signal } = options;
  signal?.throwIfAborted();
  const { job, found, hasAsked } = await knowProject(asked, catalog, whole, options);
  const remembered = job.files.length === 0 ? null : Remembered.of(job, catalog, known, hasAsked);
  const results = job.files.map(({ path }, index): InspectedFile | null => {
    const now = found.get(path);
    if (now !== undefined) return { ...now, index };
    const outcome = remembered?.find(index) ?? null;
    return outcome === null ? null : { index, outcome, version: null, facts: null };
  });
  const missing = results.flatMap((result, index) => (result === null ? [index] : []));
  if (missing.length === job.files.length && remembered === null) return inspectInParallel(job, watch, signal);
  const looked = missing.length === 0 ? [] : await inspectInParallel({ ...job, wantsVersions: remembered !== null, files: missing.map((index) => job.files[index] as InspectionJob['files'][number]) }, watch, signal);
  for (const { index: place, ...result } of looked) {
    const index = missing[place] as number;
    results[index] = { index, ...result };
    const data = keptDataOf(result.outcome);
    if (data !== null) remembered?.put(index, { ...result, facts: knownFacts(job, index, known) }, data);
  }
  remembered?.save();
  return results as InspectedFile[];
}

/** The facts of a file that has been looked at for them: they go along with what is found in it. */
function knownFacts({ files }: InspectionJob, index: number, known: KnownFindings | null): InspectedFile['facts'] {
  return known?.memo.factsOf((files[index] as InspectionJob['files'][number]).path, null)?.file()?.facts ?? null;
}
