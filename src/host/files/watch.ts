/** How far a run came that a signal has ended. */
export interface StoppedRun {
  /** The number of files written. */
  readonly written: number;
  /** The number of entries of the ledger that have followed them. */
  readonly followed: number;
  /** Whether the ledger knows of everything that was written. */
  readonly isComplete: boolean;
}

/** What was left to do after a run, and has been done or could not be. */
export interface Completion {
  /** The files that have been written. All paths are relative to the root if they are inside. */
  readonly written: readonly string[];
  /** How many entries of the ledger have followed their files. */
  readonly followed: number;
  /** What could not be done: it stays in the journal if it may be possible later. */
  readonly failed: readonly FailedCompletion[];
  /** What other programs wrote meanwhile. */
  readonly kept: readonly KeptText[];
}

/**
 * What another program wrote into a file in the moment in which it was replaced. Paths are relative to the root if they are
 * inside.
 */
export interface KeptText {
  readonly file: string;
  /** Where that is now. */
  readonly copy: string;
}

/** Something that could not be done. */
export interface FailedCompletion {
  readonly file: string;
  readonly why: string;
  /** Whether it has to be done before anything else is written. */
  readonly isPending: boolean;
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
  /** Other programs wrote into files while they were being replaced. */
  readonly kept: (texts: readonly KeptText[]) => void;
  /** A signal ends the run. Every file is complete. */
  readonly stopped: (stop: StoppedRun) => void;
}

/** No observer. */
export const NO_WATCH: Watch = {
  begins: () => {}, reaches: () => {}, waiting: () => {}, completed: () => {}, kept: () => {}, stopped: () => {},
};
