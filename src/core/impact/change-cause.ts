import type { ChangingLine } from '../history/history-event.js';
import type { LineAuthor } from '../history/line-authors.js';
import type { WayOfChange } from './rule-changes.js';

/** The line that changed a rule between two states of a repository, and who wrote or removed it. */
export interface ChangeCause {
  /** Null if no line of a layer file did it. */
  readonly line: ChangingLine | null;
  /** Null if git does not know the file. */
  readonly author: LineAuthor | null;
}

/** By way of change. */
export type ChangeCauses = ReadonlyMap<WayOfChange, ChangeCause>;
