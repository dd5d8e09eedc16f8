/** Who watches a run while it goes on. Nothing of it is part of the answer. */
export interface Watch {
  /** A part of the work begins. @param what in a few words. @param total how many steps it has; null where that is not known. */
  readonly begins: (what: string, total: number | null) => void;
  /** So many steps of that part have been reached. @param at what it is at, such as a path. */
  readonly reaches: (step: number, at: string) => void;
  /** Another run is in the way. @param blocker its process, where that is known, and its lock file. */
  readonly waiting: (blocker: { readonly process: number | null; readonly file: string }) => void;
}

/** Nobody watches. */
export const NO_WATCH: Watch = { begins: () => {}, reaches: () => {}, waiting: () => {} };
