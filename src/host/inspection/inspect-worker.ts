import { parentPort, workerData } from 'node:worker_threads';
import { plainFinding } from '../../core/inspect/found-finding.js';
import { inspectShare, type InspectedFile, type InspectionJob } from './inspect-share.js';

/** What the main thread passes to a worker: the whole job, and the count of files taken, shared by all threads. */
export interface WorkerTask {
  readonly job: InspectionJob;
  readonly taken: SharedArrayBuffer;
}

const { job, taken } = workerData as WorkerTask;
const counter = new Int32Array(taken);
const inspected = await inspectShare(job, () => Atomics.add(counter, 0, 1));
parentPort?.postMessage(inspected.map(({ index, outcome }): InspectedFile => ({
  index,
  outcome: !('findings' in outcome) ? outcome : { ...outcome, findings: outcome.findings.map(plainFinding) },
})));
