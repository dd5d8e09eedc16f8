import type { Completion } from './writing/complete.js';

/** How far a run came that a signal has ended. */
export interface StoppedRun {
  /** The number of files written. */
  readonly written: number;
  /** The number of entries of the ledger that have followed them. */
  readonly followed: number;
  /** Whether the ledger knows of everything that was written. */
  readonly isComplete: boolean;
}

/** Observes a run while it goes on. None of it is part of the answer. */
export interface Watch {
  /** A part of the work begins. @param what in a few words. @param total the number of steps; null if unknown. */
  readonly begins: (what: string, total: number | null) => void;
  /** Progress within that part. @param at the current item, such as a path. */
  readonly reaches: (step: number, at: string) => void;
  /** Another run holds the lock. @param blocker its process, if known, and its lock file. */
  readonly waiting: (blocker: { readonly process: number | null; readonly file: string }) => void;
  /** What a run that was killed had left to do has been done, or could not be. */
  readonly completed: (completion: Completion) => void;
  /** A signal ends the run. Every file is complete. */
  readonly stopped: (stop: StoppedRun) => void;
}

/** No observer. */
export const NO_WATCH: Watch = { begins: () => {}, reaches: () => {}, waiting: () => {}, completed: () => {}, stopped: () => {} };
