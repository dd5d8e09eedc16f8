import type { OwnRepair, Repair, TextMove } from '../model/repair.js';
import { isOwnRepair } from '../model/repair.js';

/** A text that has moved into the translations. */
export interface MovedText {
  readonly bundle: string;
  readonly key: string;
  readonly text: string;
}

/** Gives keys to texts that move into the translations: equal texts of one file of translations share theirs. */
export interface TextKeys {
  /** The key; null if that file cannot take any. */
  readonly keyFor: (move: TextMove) => string | null;
}

/** A repair that can be made, and the text that moves with it. */
export interface PossibleRepair {
  readonly repair: OwnRepair;
  readonly moved: MovedText | null;
}

/** A repair with the key that its text gets; null if it cannot be made here. */
export function possibleRepair(repair: Repair, keys: TextKeys | undefined): PossibleRepair | null {
  if (isOwnRepair(repair)) return { repair, moved: null };
  const { start, end, text, bundle, call: [before, after] } = repair.moves;
  const key = keys?.keyFor(repair.moves) ?? null;
  return key === null ? null : { repair: [{ start, end, text: `${before}${key}${after}` }], moved: { bundle, key, text } };
}
