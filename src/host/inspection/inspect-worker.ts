import { keptInspection, type KeptInspection } from '../../core/inspect/kept-inspection.js';
import type { Inspection } from '../../core/inspect/inspect-file.js';
import { inspectShare, type InspectedFile, type InspectionJob } from './inspect-share.js';

/** What the main thread passes to a worker: the whole job, and the count of files taken, shared by all threads. */
export interface WorkerTask {
  readonly job: InspectionJob;
  readonly taken: SharedArrayBuffer;
}

/** What a worker passes back of a file: objects are copied one by one, so findings travel as numbers and texts. */
export type SentFile = Omit<InspectedFile, 'outcome'> & {
  readonly outcome: Exclude<InspectedFile['outcome'], Inspection> | { readonly kept: KeptInspection; readonly unfinished: Inspection['unfinished'] };
};

/** How many files are sent at once: all of them at the end would be in memory twice, and the main thread would wait for them. */
const TOGETHER = 200;

/** A worker's share of a job. @param send gets what it found, and what of that may be handed over instead of copied; nothing at the end. */
export async function inspectAsWorker({ job, taken }: WorkerTask, send: (files: readonly SentFile[] | null, handedOver: readonly ArrayBuffer[]) => void): Promise<void> {
  const counter = new Int32Array(taken);
  let files: SentFile[] = [];
  const flush = (): void => {
    send(files, files.flatMap(({ outcome, facts }) => [...('kept' in outcome ? [outcome.kept.numbers.buffer as ArrayBuffer] : []), ...(facts === null ? [] : [facts.numbers.buffer as ArrayBuffer])]));
    files = [];
  };
  await inspectShare(job, () => Atomics.add(counter, 0, 1), {
    found: ({ index, outcome, version, facts }) => {
      files.push({ index, version, facts, outcome: 'findings' in outcome ? { kept: keptInspection(outcome), unfinished: outcome.unfinished } : outcome });
      if (files.length === TOGETHER) flush();
    },
  });
  flush();
  send(null, []);
}
