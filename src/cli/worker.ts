import { parentPort, workerData } from 'node:worker_threads';
import type { WorkerTask } from '../host/inspection/inspect-worker.js';
import { loadProgram } from './load-program.js';

// A thread that takes its share of a question: it loads the same program as the command line, which V8 has compiled already.
void loadProgram().program.inspectAsWorker(workerData as WorkerTask, (files, handedOver) =>
  parentPort?.postMessage(files, handedOver));
