/** One change of a text: replaces what is between two offsets (`end` is exclusive) with `text`. */
export interface Edit {
  readonly start: number;
  readonly end: number;
  readonly text: string;
}

/** The repair of a finding: edits that belong together, or the removal of the byte-order mark. */
export type Repair = readonly Edit[] | 'drop-byte-order-mark';
