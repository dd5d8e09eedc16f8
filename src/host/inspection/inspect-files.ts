import type { Catalog } from '../../core/catalog/catalog.js';
import { originOf } from '../cache/cache-keys.js';
import type { Watch } from '../files/watch.js';
import { inspectInParallel } from './inspect-in-parallel.js';
import type { InspectedFile, InspectionJob } from './inspect-share.js';
import { knowProject, type ProjectState, type WholeScope } from './know-project.js';
import { mergedFile } from './merge-found.js';
import { Remembered, type KnownFindings } from './remembered.js';

/** How files are inspected. */
interface InspectionOptions {
  /** All that is in scope: some rules judge a file by the whole project. */
  readonly whole: () => WholeScope;
  /** By which state of the project files are judged. */
  readonly by?: ProjectState | undefined;
  /** What is known of the findings. */
  readonly known: KnownFindings;
  readonly watch: Watch;
  /** Ends it between two files. */
  readonly signal?: AbortSignal | undefined;
}

/** Inspects the files of a job: those of which it is not known what an earlier run has found. @throws the signal's reason if the run is aborted. */
export async function inspectFiles(asked: InspectionJob, catalog: Catalog, options: InspectionOptions): Promise<InspectedFile[]> {
  const { whole, known, watch, signal } = options;
  signal?.throwIfAborted();
  const { job, found, alone, hasAsked, isCurrent } = await knowProject(asked, catalog, whole, options);
  const remembered = job.files.length === 0 ? null : Remembered.of(job, catalog, known, hasAsked);
  const results = job.files.map(({ path }, index): InspectedFile | null => {
    const now = found.get(path);
    if (now !== undefined) return { ...now, index };
    const outcome = remembered?.find(index) ?? null;
    return outcome === null ? null : { index, outcome, version: null, facts: null };
  });
  // What was found by the whole project has not been remembered.
  if (isCurrent && found.size === 1) for (const [index, { path }] of job.files.entries()) if (found.has(path)) remembered?.put(index, found.get(path) as InspectedFile);
  for (const [index, file] of job.files.entries()) {
    const first = results[index] === null ? alone.get(file.path) : undefined;
    const merged = first === undefined ? null : mergedFile(first, file, job, catalog);
    if (merged === null) continue;
    results[index] = { ...merged, index };
    remembered?.put(index, { ...merged, facts: knownFacts(job, index, known) });
  }
  const missing = results.flatMap((result, index) => (result === null ? [index] : []));
  const looked = missing.length === 0 ? [] : await inspectInParallel({ ...job, wantsVersions: remembered?.wantsVersions === true, files: missing.map((index) => job.files[index] as InspectionJob['files'][number]) }, watch, signal);
  for (const { index: place, ...result } of looked) {
    const index = missing[place] as number;
    results[index] = { index, ...result };
    remembered?.put(index, { ...result, facts: knownFacts(job, index, known) });
  }
  remembered?.save();
  return results as InspectedFile[];
}

/** The facts of a file that has been looked at for them: they go along with what is found in it. */
function knownFacts({ files, settings }: InspectionJob, index: number, known: KnownFindings): InspectedFile['facts'] {
  const { path, language } = files[index] as InspectionJob['files'][number];
  return known.memo.factsOf(path, { origin: originOf(settings), language, document: null })?.file()?.facts ?? null;
}
