/** A file to write. */
export interface FileChange {
  /** Absolute. */
  readonly file: string;
  /** The whole text as read, with its byte-order mark; null if there is no such file yet. */
  readonly before: string | null;
  readonly after: string;
}

/** The result of writing: null if everything was written, else why nothing was. */
export type WriteOutcome = string | null;
