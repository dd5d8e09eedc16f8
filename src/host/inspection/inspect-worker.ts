import { inspectShare } from './inspect-share.js';
import type { InspectedFile, InspectionQuestion } from '../questions/inspection-question.js';

/** What the main thread passes to a worker: the whole question, and the count of files taken, shared by all threads. */
export interface WorkerTask {
  readonly question: InspectionQuestion;
  readonly taken: SharedArrayBuffer;
}

/** How many files are sent at once: all of them at the end would be in memory twice, and the main thread would wait for them. */
const TOGETHER = 200;

/**
 * A worker's share of a question.
 * @param send gets what it found, and what of that may be handed over instead of copied; nothing at the end.
 */
export async function inspectAsWorker(
  { question, taken }: WorkerTask, send: (files: readonly InspectedFile[] | null, handedOver: readonly ArrayBuffer[]) => void,
): Promise<void> {
  const counter = new Int32Array(taken);
  let files: InspectedFile[] = [];
  const flush = (): void => {
    const handedOver = files.flatMap(
      ({ outcome, facts }) => [...('numbers' in outcome ? [outcome] : []), ...(facts === null ? [] : [facts])],
    );
    send(files, handedOver.map(({ numbers }) => numbers.buffer as ArrayBuffer));
    files = [];
  };
  await inspectShare(question, () => Atomics.add(counter, 0, 1), {
    found: (file) => {
      files.push(file);
      if (files.length === TOGETHER) flush();
    },
  });
  flush();
  send(null, []);
}
