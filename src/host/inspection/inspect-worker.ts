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

/** A worker's share of a job. @returns what it found, and what of that may be handed over instead of copied. */
export async function inspectAsWorker({ job, taken }: WorkerTask): Promise<{ readonly sent: readonly SentFile[]; readonly handedOver: readonly ArrayBuffer[] }> {
  const counter = new Int32Array(taken);
  const inspected = await inspectShare(job, () => Atomics.add(counter, 0, 1));
  const sent = inspected.map(({ index, outcome, version }): SentFile => ({
    index, version,
    outcome: 'findings' in outcome ? { kept: keptInspection(outcome), unfinished: outcome.unfinished } : outcome,
  }));
  return { sent, handedOver: sent.flatMap(({ outcome }) => ('kept' in outcome ? [outcome.kept.numbers.buffer as ArrayBuffer] : [])) };
}
