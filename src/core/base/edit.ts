/** One change of a text: replaces what is between two offsets (`end` is exclusive) with `text`. */
export interface Edit {
  readonly start: number;
  readonly end: number;
  readonly text: string;
}
