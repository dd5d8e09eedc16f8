import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { prepareEngine } from './engine-settings.js';
import { inspectShare, type LearnOfProject } from './inspect-share.js';
import type { Watch } from '../files/watch.js';
import { PACKAGE_FOLDER } from '../package-folder.js';
import type { WorkerTask } from './inspect-worker.js';
import type { InspectedFile, InspectionQuestion } from '../questions/inspection-question.js';

/**
 * A worker takes a while to load; it pays off from about this many files on. Once this thread has inspected some thousand, it is
 * faster than a new one for a while.
 */
const FILES_A_WORKER = 250;
const FILES_A_LATE_WORKER = 1500;
let isWarm = false;

/** More threads than this only wait for the disk and for memory. */
const MOST_WORKERS = 7;

/**
 * Inspects the files of a question on as many threads as pay off. Each thread takes the next file when it has finished one.
 * @param watch receives the progress of all threads.
 * @param learn tells what only the whole project says of a file; for few files.
 * @throws the signal's reason if the run is aborted.
 * @returns the result of each file, in question order.
 */
export async function inspectInParallel(
  question: InspectionQuestion, watch: Watch, signal?: AbortSignal, learn?: LearnOfProject,
): Promise<InspectedFile[]> {
  watch.begins('Checking', question.files.length);
  prepareEngine(question);
  const taken = new SharedArrayBuffer(Int32Array.BYTES_PER_ELEMENT);
  const counter = new Int32Array(taken);
  // Other threads know nothing of the project.
  const workers = learn !== undefined ? 0 : Math.min(
    mostThreads() - 1, MOST_WORKERS, Math.floor(question.files.length / (isWarm ? FILES_A_LATE_WORKER : FILES_A_WORKER)),
  );
  isWarm ||= question.files.length >= FILES_A_LATE_WORKER;
  const results: InspectedFile[] = [];
  const found = (file: InspectedFile): void => void results.push(file);
  const others = Array.from({ length: workers }, () => runWorker({ question, taken }, found, signal));
  // The main thread takes its share like the others; if a worker fails, the whole question fails.
  const stop = (): void => void Atomics.store(counter, 0, question.files.length);
  signal?.addEventListener('abort', stop);
  await Promise.all([inspectShare(question, () => Atomics.add(counter, 0, 1), { found, watch, signal, learn }), ...others]);
  signal?.removeEventListener('abort', stop);
  signal?.throwIfAborted();
  return results.sort((a, b) => a.index - b.index);
}

/** As many threads as the machine has or the environment allows: a busy machine may want fewer. */
function mostThreads(): number {
  const allowed = Number(process.env['ELVAR_THREADS'] ?? Infinity);
  return Math.min(availableParallelism(), Number.isInteger(allowed) && allowed > 0 ? allowed : Infinity);
}

function runWorker(task: WorkerTask, found: (file: InspectedFile) => void, signal: AbortSignal | undefined): Promise<void> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('dist/cli/worker.cjs', PACKAGE_FOLDER), { workerData: task });
    worker.on('message', (sent: readonly InspectedFile[] | null) => {
      if (sent === null) resolve();
      else for (const file of sent) found(file);
    });
    // It may still be loading the grammars.
    signal?.addEventListener('abort', () => {
      resolve();
      void worker.terminate();
    }, { once: true });
    worker.once('error', reject);
    worker.once('exit', (code) => reject(new Error(`a thread ended with ${code} before its work was done`)));
  });
}
