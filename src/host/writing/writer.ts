import { liesIn, realPlace } from '../files/real-path.js';
import { complete } from './complete.js';
import type { FileChange, WriteOutcome } from './file-change.js';
import type { FollowingEntry, Journal } from './journal.js';
import { digestOf } from './on-disk.js';
import { Placement, type KeptCopy } from './placement.js';
import { writeOne, noteStaging } from './write-one.js';
import { attempt } from './attempt.js';

/** How many old files are held at once after they were replaced: somebody may still be writing to them. */
const MOST_HELD = 16;

/**
 * Writes files of a project for the run that holds its lock. Each file is replaced in one step, and only if it is still what was
 * read.
 */
export class Writer {
  /** How many files have been written. */
  written = 0;
  private readonly held: Placement[] = [];
  private readonly copies: KeptCopy[] = [];

  constructor(private readonly root: string, private readonly journal: Journal) {}

  /** Writes one file, keeping its mode. @param follows the entries of the ledger that have to follow it. */
  write(change: FileChange, follows: readonly FollowingEntry[] = []): WriteOutcome {
    const placement = placementOf(change, this.root);
    const why = writeOne(this.journal, placement, follows);
    if (why === null) this.written += 1;
    this.hold(placement);
    return why;
  }

  /** Lets the ledger follow the files that have been written. */
  ledgerFollows(): WriteOutcome {
    this.releaseAll();
    return complete(this.root, this.journal).failed[0]?.why ?? null;
  }

  /**
   * Ends the writing: nothing of it is left beside the files.
   * @returns the copies of what other programs wrote into files that had just been replaced.
   */
  settle(): readonly KeptCopy[] {
    this.releaseAll();
    return this.copies.splice(0);
  }

  private releaseAll(): void {
    for (const placement of this.held.splice(0)) this.release(placement);
  }

  /**
   * Writes files that belong together: all of them or none, even if the run is killed.
   * @param follows the entries of the ledger that have to follow them.
   * @returns the file that is in the way; null if all were written.
   */
  together(changes: readonly FileChange[], follows: readonly FollowingEntry[] = []): UnwrittenFile | null {
    if (changes.length === 0) return null;
    const placements = changes.map((change) => placementOf(change, this.root));
    const failed = this.placeTogether(placements, follows);
    if (failed === null) this.written += placements.length;
    // What was noted must not be completed by the next run, nor be taken for done.
    else attempt(() => this.journal.note({ dropped: placements.map(({ temporary }) => temporary) }, true));
    for (const placement of placements) this.hold(placement);
    return failed;
  }

  private placeTogether(placements: readonly Placement[], follows: readonly FollowingEntry[]): UnwrittenFile | null {
    noteStaging(this.journal, placements);
    // Room and permissions show here, while nothing has changed.
    const unstaged = firstFailure(placements, (placement) => placement.stage());
    if (unstaged !== null) return unstaged.file;
    const unnoted = attempt(() =>
      this.journal.note(
        {
          together: placements.map(({ note, planned }) => ({ ...note, text: planned.after })),
          ...(follows.length > 0 && { follows: [...follows] }),
        },
        true,
      ));
    if (unnoted !== null) return { file: this.journal.file, why: unnoted };
    const unplaced = firstFailure(placements, (placement) => placement.place());
    if (unplaced === null) return null;
    for (const placement of placements.slice(0, unplaced.index)) placement.takeBack();
    return unplaced.file;
  }

  private hold(placement: Placement): void {
    this.held.push(placement);
    if (this.held.length > MOST_HELD) this.release(this.held.shift() as Placement);
  }

  private release(placement: Placement): void {
    const copy = placement.settle();
    if (copy !== null) this.copies.push(copy);
  }
}

/** A file that cannot be written, and why. */
export interface UnwrittenFile {
  readonly file: string;
  readonly why: string;
}

/** What is in the project stays there; on the way to a user's own files, links are the user's. */
function placementOf({ file, before, after }: FileChange, root: string): Placement {
  return new Placement(
    { file: liesIn(file, root) ? file : realPlace(file), before: before === null ? null : digestOf(before), after },
  );
}

function firstFailure(
  placements: readonly Placement[], step: (placement: Placement) => string | null,
): { readonly index: number; readonly file: UnwrittenFile } | null {
  for (const [index, placement] of placements.entries()) {
    const why = step(placement);
    if (why !== null) return { index, file: { file: placement.planned.file, why } };
  }
  return null;
}
