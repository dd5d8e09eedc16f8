import { constants } from 'node:os';

/** The signals that ask a run to end: from the keyboard, from another program, and from a terminal that is closed (signal(7)). */
const STOPS = ['SIGINT', 'SIGTERM', 'SIGHUP'] as const;

/** Whether the process is Elvar's own: a program that uses the library decides itself what a signal does. */
let isOurs = false;

/** Lets Elvar handle the signals of the process while it writes. */
export function ownSignals(): void {
  isOurs = true;
}

/**
 * Runs an action that must not be cut off: a signal that asks the run to end is handled only where the action pauses, never while
 * a file is being written. At all other times the system ends the run at once.
 * @param finish does synchronously what has to be done before the process ends.
 */
export async function whileStoppable<Result>(finish: () => void, work: () => Promise<Result>): Promise<Result> {
  if (!isOurs) return work();
  const stop = (signal: NodeJS.Signals): never => {
    finish();
    // The convention of shells.
    process.exit(128 + constants.signals[signal]);
  };
  for (const signal of STOPS) process.on(signal, stop);
  try {
    return await work();
  } finally {
    for (const signal of STOPS) process.off(signal, stop);
  }
}
