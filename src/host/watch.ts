/** Observes a run while it goes on. None of it is part of the answer. */
export interface Watch {
  /** A part of the work begins. @param what in a few words. @param total the number of steps; null if unknown. */
  readonly begins: (what: string, total: number | null) => void;
  /** Progress within that part. @param at the current item, such as a path. */
  readonly reaches: (step: number, at: string) => void;
  /** Another run holds the lock. @param blocker its process, if known, and its lock file. */
  readonly waiting: (blocker: { readonly process: number | null; readonly file: string }) => void;
}

/** No observer. */
export const NO_WATCH: Watch = { begins: () => {}, reaches: () => {}, waiting: () => {} };
