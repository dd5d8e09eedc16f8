import { attempt } from './attempt.js';
import type { FollowingEntry, Journal } from './journal.js';
import type { Placement } from './placement.js';

/**
 * Notes which files are about to lie beside others, so that a run that is killed leaves none for good. Without this note, that is
 * the worst that can happen.
 */
export function noteStaging(journal: Journal, placements: readonly Placement[]): void {
  attempt(() => journal.note({ staging: placements.flatMap(({ temporary, kept }) => [temporary, kept]) }, false));
}

/**
 * Writes one file and notes it down: the new text lies beside it by then, so that it shows later whether it took its place.
 * @param follows the entries of the ledger that have to follow it. @returns why it is not written; null if it is.
 */
export function writeOne(journal: Journal, placement: Placement, follows: readonly FollowingEntry[]): string | null {
  noteStaging(journal, [placement]);
  const unstaged = placement.stage();
  if (unstaged !== null) return unstaged;
  const unnoted = attempt(() => journal.note({ writing: placement.note, follows: [...follows] }, follows.length > 0));
  if (unnoted !== null && follows.length > 0) return `its ledger entries could not follow: ${unnoted}`;
  const unplaced = placement.place();
  if (unplaced !== null && follows.length > 0) attempt(() => journal.note({ dropped: [placement.temporary] }, true));
  return unplaced;
}
