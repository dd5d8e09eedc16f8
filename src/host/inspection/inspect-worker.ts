import { inspectShare, type InspectedFile, type InspectionJob } from './inspect-share.js';

/** What the main thread passes to a worker: the whole job, and the count of files taken, shared by all threads. */
export interface WorkerTask {
  readonly job: InspectionJob;
  readonly taken: SharedArrayBuffer;
}

/** How many files are sent at once: all of them at the end would be in memory twice, and the main thread would wait for them. */
const TOGETHER = 200;

/** A worker's share of a job. @param send gets what it found, and what of that may be handed over instead of copied; nothing at the end. */
export async function inspectAsWorker({ job, taken }: WorkerTask, send: (files: readonly InspectedFile[] | null, handedOver: readonly ArrayBuffer[]) => void): Promise<void> {
  const counter = new Int32Array(taken);
  let files: InspectedFile[] = [];
  const flush = (): void => {
    const handedOver = files.flatMap(({ outcome, facts }) => [...('numbers' in outcome ? [outcome] : []), ...(facts === null ? [] : [facts])]);
    send(files, handedOver.map(({ numbers }) => numbers.buffer as ArrayBuffer));
    files = [];
  };
  await inspectShare(job, () => Atomics.add(counter, 0, 1), {
    found: (file) => {
      files.push(file);
      if (files.length === TOGETHER) flush();
    },
  });
  flush();
  send(null, []);
}
