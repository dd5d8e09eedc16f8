import { parentPort, workerData } from 'node:worker_threads';
import { inspectShare, type InspectionJob } from './inspect-share.js';

/** What the main thread hands to a worker: the whole job, and the count of files taken that all threads share. */
export interface WorkerTask {
  readonly job: InspectionJob;
  readonly taken: SharedArrayBuffer;
}

const { job, taken } = workerData as WorkerTask;
const counter = new Int32Array(taken);
parentPort?.postMessage(await inspectShare(job, () => Atomics.add(counter, 0, 1)));
