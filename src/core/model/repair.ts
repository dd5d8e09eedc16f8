/** One change of a text: what stands between two offsets (`end` is exclusive) gives way to `text`. */
export interface Edit {
  readonly start: number;
  readonly end: number;
  readonly text: string;
}

/** What mends a finding: changes of the text that belong together, or the byte-order mark in front of it goes. */
export type Repair = readonly Edit[] | 'drop-byte-order-mark';
