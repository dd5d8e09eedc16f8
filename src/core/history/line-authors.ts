import type { Place } from '../base/place.js';
import type { IncompletePath } from '../model/scope.js';
import type { Commit } from './history-event.js';

/** Who last wrote a line: a commit, or nobody yet. */
export type LineAuthor =
  | {
    readonly commit: Commit;
    /** Whether the line is at least as old as that, but may be by an earlier commit, which a shallow clone does not have. */
    readonly isOldest: boolean;
  }
  | 'uncommitted';

/** Who last wrote the lines of layer files. */
export class LineAuthors {
  /** @param authors by file and line. @param incomplete the files of which nobody can tell. */
  constructor(
    private readonly authors: ReadonlyMap<string, ReadonlyMap<number, LineAuthor>>,
    readonly incomplete: readonly IncompletePath[] = [],
  ) {}

  /** Null for a line outside the repository: of a built-in preset, say. */
  of({ file, line }: Pick<Place, 'file' | 'line'>): LineAuthor | null {
    return this.authors.get(file)?.get(line) ?? null;
  }
}
