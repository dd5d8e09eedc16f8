import type { Edit } from '../base/edit.js';

/**
 * How far a repair can be trusted. `safe`: the program means the same, to itself and to all other files of the project, by the
 * definition of its language. `offered`: it needs a look, a test, or the consent of another file.
 */
export const REPAIR_KINDS = ['safe', 'offered'] as const;

/** One of {@link REPAIR_KINDS}. */
export type RepairKind = (typeof REPAIR_KINDS)[number];

/** A text for people that moves into the translations: which key it gets there is only known when it does. */
export interface TextMove {
  /** The stretch of code that it leaves, as UTF-16 offsets; `end` is exclusive. */
  readonly start: number;
  readonly end: number;
  /** The text as people see it. */
  readonly text: string;
  /** The file of translations, relative to the root. */
  readonly bundle: string;
  /** What stands in its place, before and after the key. */
  readonly call: readonly [before: string, after: string];
}

/**
 * The repair of a finding: edits that belong together, the removal of the byte-order mark, or a text that moves to another file.
 */
export type Repair = readonly Edit[] | 'drop-byte-order-mark' | { readonly moves: TextMove };

/** Edits, or the removal of the byte-order mark: a repair that needs nothing but its own file. */
export type OwnRepair = Exclude<Repair, { readonly moves: TextMove }>;

/** Whether a repair needs nothing but its own file. */
export function isOwnRepair(repair: Repair): repair is OwnRepair {
  return typeof repair === 'string' || !('moves' in repair);
}
