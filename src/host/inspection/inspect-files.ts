import type { Catalog } from '../../core/catalog/catalog.js';
import { originOf } from '../memory/memory-keys.js';
import type { Watch } from '../files/watch.js';
import { inspectInParallel } from './inspect-in-parallel.js';
import { knowProject, type WholeScope } from './know-project.js';
import { mergedFile } from './merge-found.js';
import { FindingMemory, type FindingMemories } from '../memory/finding-memory.js';
import type { InspectedFile, InspectionQuestion } from '../questions/inspection-question.js';
import type { ProjectState } from '../questions/check-question.js';

/** How files are inspected. */
interface InspectionContext {
  /** All that is in scope: some rules judge a file by the whole project. */
  readonly whole: () => WholeScope;
  /** By which state of the project files are judged. */
  readonly by?: ProjectState | undefined;
  /** What is remembered of the findings. */
  readonly memory: FindingMemories;
  readonly watch: Watch;
  /** Stops the work between two files. */
  readonly signal?: AbortSignal | undefined;
}

/**
 * Inspects the files of a question: those of which it is not known what an earlier run has found.
 * @throws the signal's reason if the run is aborted.
 */
export async function inspectFiles(
  asked: InspectionQuestion, catalog: Catalog, options: InspectionContext,
): Promise<InspectedFile[]> {
  const { whole, memory, watch, signal } = options;
  signal?.throwIfAborted();
  const { question, found, alone, hasAsked, isCurrent } = await knowProject(asked, catalog, whole, options);
  const remembered = question.files.length === 0 ? null : FindingMemory.of(question, catalog, memory, hasAsked);
  const results = question.files.map(({ path }, index): InspectedFile | null => {
    const now = found.get(path);
    if (now !== undefined) return { ...now, index };
    const outcome = remembered?.find(index) ?? null;
    return outcome === null ? null : { index, outcome, version: null, facts: null };
  });
  // What was found by the whole project has not been remembered.
  if (isCurrent && found.size === 1) for (const [index, { path }] of question.files.entries()) {
    if (found.has(path)) remembered?.put(index, found.get(path) as InspectedFile);
  }
  for (const [index, file] of question.files.entries()) {
    const first = results[index] === null ? alone.get(file.path) : undefined;
    const merged = first === undefined ? null : mergedFile(first, file, question, catalog);
    if (merged === null) continue;
    results[index] = { ...merged, index };
    remembered?.put(index, { ...merged, facts: knownFacts(question, index, memory) });
  }
  const missing = results.flatMap((result, index) => (result === null ? [index] : []));
  const looked = missing.length === 0
    ? []
    : await inspectInParallel(
      {
        ...question,
        wantsVersions: remembered?.wantsVersions === true,
        files: missing.map((index) => question.files[index] as InspectionQuestion['files'][number]),
      },
      watch,
      signal,
    );
  for (const { index: place, ...result } of looked) {
    const index = missing[place] as number;
    results[index] = { index, ...result };
    remembered?.put(index, { ...result, facts: knownFacts(question, index, memory) });
  }
  remembered?.save();
  return results as InspectedFile[];
}

/** The facts of a file that was read for them earlier in this run: they are written with its outcome. */
function knownFacts({ files, settings }: InspectionQuestion, index: number, memory: FindingMemories): InspectedFile['facts'] {
  const { path, language } = files[index] as InspectionQuestion['files'][number];
  return memory.session.factsOf(path, { origin: originOf(settings), language, document: null })?.file()?.facts ?? null;
}
