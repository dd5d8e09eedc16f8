import type { Finding } from '../model/finding.js';
import type { Edit } from '../base/edit.js';
import type { OwnRepair } from '../model/repair.js';
import type { PossibleRepair } from './text-keys.js';
import type { SourceText } from '../base/source-text.js';
import { Source } from '../syntax/source.js';
import { applyEdits } from '../base/apply-edits.js';
import type { Tools } from './inspect-file.js';
import { isAsSound, soundnessOf } from './soundness.js';

/** A finding with its repair. */
export interface Offer extends PossibleRepair {
  readonly finding: Finding;
}

/** One round of repairs. */
interface Round {
  /** The file afterwards, which the caller disposes of; null if nothing was applied. */
  readonly next: Source | null;
  readonly applied: readonly Offer[];
  /** Repairs that would make the file worse. */
  readonly broken: readonly Offer[];
}

/** How much text may be parsed to find the repairs that would break a file, in UTF-16 code units. */
const MOST_PARSED = 20_000_000;

/** Applies as many repairs as fit side by side; if the file would be worse for it, halves them until the culprits are found. */
export function applyRound(source: Source, offered: readonly Offer[], { grammars, spelling }: Tools): Round {
  const { text } = source;
  const chosen = withoutOverlaps(offered);
  const before = soundnessOf(source);
  let parsed = 0;
  let next: Source | null = null;
  /** Whether the file is good with these; then it is what comes next. */
  const isGood = (offers: readonly Offer[]): boolean => {
    parsed += text.text.length;
    const trial = new Source(applied(text, offers), grammars, spelling);
    if (!isAsSound(soundnessOf(trial), before)) {
      trial.dispose();
      return false;
    }
    next?.dispose();
    next = trial;
    return true;
  };
  let kept: readonly Offer[] = [];
  const broken: Offer[] = [];
  const rest = [chosen];
  for (let some = rest.pop(); some !== undefined; some = rest.pop()) {
    if (parsed > MOST_PARSED) broken.push(...some);
    else if (isGood([...kept, ...some])) kept = [...kept, ...some];
    else if (some.length === 1) broken.push(...some);
    else rest.push(some.slice(some.length >> 1), some.slice(0, some.length >> 1));
  }
  return { next, applied: kept, broken };
}

/** Of repairs that touch each other, the first; the others follow in the next round. */
function withoutOverlaps(offered: readonly Offer[]): Offer[] {
  /** Sorted; no two touch. */
  const taken: Edit[] = [];
  return offered.filter(({ repair }) => {
    const edits = editsOf(repair);
    if (edits.some((edit) => (taken[placeFor(edit, taken)]?.start ?? Infinity) <= edit.end)) return false;
    for (const edit of edits) taken.splice(placeFor(edit, taken), 0, edit);
    return true;
  });
}

/** The index of the first edit that ends at or after the start of another. */
function placeFor({ start }: Edit, taken: readonly Edit[]): number {
  let [low, high] = [0, taken.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((taken[middle] as Edit).end < start) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** A byte-order mark comes before all offsets, so removing it touches nothing. */
export function editsOf(repair: OwnRepair): readonly Edit[] {
  return repair === 'drop-byte-order-mark' ? [] : repair;
}

function applied(text: SourceText, chosen: readonly Offer[]): SourceText {
  return applyEdits(
    text, chosen.flatMap(({ repair }) => editsOf(repair)), chosen.some(({ repair }) => repair === 'drop-byte-order-mark'),
  );
}
