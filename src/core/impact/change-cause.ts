import type { ChangingLine } from '../history/history-event.js';
import type { LineAuthor } from '../history/line-authors.js';
import type { Statement } from '../model/statement.js';
import type { WayOfChange } from './rule-changes.js';

/** The line that changed a rule between two states of a repository, and who wrote or removed it. */
export interface ChangeCause {
  /** Null if no line of a layer file did it. */
  readonly line: ChangingLine | null;
  /** Null if git does not tell. */
  readonly author: LineAuthor | null;
}

/** Who changed what between two states of a repository. */
export interface ChangeCauses {
  readonly ways: ReadonlyMap<WayOfChange, ChangeCause>;
  /** Who removed guards, by their statements before; without those that git tells nothing of. */
  readonly removedGuards: ReadonlyMap<Statement, LineAuthor>;
}
