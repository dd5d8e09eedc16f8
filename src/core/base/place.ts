/** A position in a text: `line` and `column` count from 1, columns in UTF-16 code units. */
export interface Position {
  readonly line: number;
  readonly column: number;
}

/** A stretch of a text, from `start` up to, but not including, `end`. */
export interface Span {
  readonly start: Position;
  readonly end: Position;
}

/**
 * The place where something was written: the origin that a value keeps from the parser to the screen.
 * `file` is relative to the project root with `/`, or a built-in preset's reference such as `elvar:starter`.
 */
export interface Place {
  readonly file: string;
  readonly line: number;
  readonly column: number;
  /** The number of UTF-16 code units on the line that belong to it, at least 1. */
  readonly length: number;
}

/** A value with its place. */
export interface Located<Value> {
  readonly value: Value;
  readonly place: Place;
}
