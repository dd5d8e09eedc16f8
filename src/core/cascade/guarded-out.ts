import type { Statement } from '../model/statement.js';

/** A pattern of an inner directory that excludes files which a guard of an outer layer protects. */
export interface GuardedOut {
  readonly file: string;
  /** From 1. */
  readonly line: number;
  readonly pattern: string;
  /** The guarding statements. */
  readonly guards: readonly Statement[];
  readonly files: number;
  /** False if there are more than were counted. */
  readonly isAll: boolean;
}
