import type { Edit } from '../base/edit.js';

/**
 * How far a repair can be trusted. `safe`: the program means the same, to itself and to all other files of the project, by the
 * definition of its language. `offered`: it needs a look, a test, or the consent of another file.
 */
export const REPAIR_KINDS = ['safe', 'offered'] as const;

/** One of {@link REPAIR_KINDS}. */
export type RepairKind = (typeof REPAIR_KINDS)[number];

/** The repair of a finding: edits that belong together, or the removal of the byte-order mark. */
export type Repair = readonly Edit[] | 'drop-byte-order-mark';
