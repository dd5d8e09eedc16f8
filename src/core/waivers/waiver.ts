import type { Selector } from '../model/selector.js';

/** How far a waiver reaches: one line, from its line down to where it is resumed, or the whole file. */
export type Reach = 'line' | 'below' | 'throughout';

/** What a waiver says, wherever it stands. */
export interface WaiverText {
  readonly selectors: readonly Selector[];
  readonly reach: Reach;
  /** The last day on which it counts, as YYYY-MM-DD. */
  readonly until: string | null;
  readonly because: string | null;
}

/** Lines from `from` to `to`, both of them, from 1. */
export interface Lines {
  readonly from: number;
  readonly to: number;
}

/** A stretch of the text, as UTF-16 offsets; `end` is exclusive. */
export interface Stretch {
  readonly start: number;
  readonly end: number;
}

/** A comment that excuses findings. */
export interface Waiver extends WaiverText, Stretch {
  /** The line on which the comment begins, from 1. */
  readonly line: number;
  /** For each selector the lines that it covers; null where no line with code follows. */
  readonly covers: readonly (Lines | null)[];
  /** For each selector the comment that resumes it; null where none does. */
  readonly resumes: readonly (Stretch | null)[];
}

/** A comment that begins like a waiver and is none. It excuses nothing. */
export interface MalformedWaiver extends Stretch {
  readonly line: number;
  /** What is written, without the marks of the comment. */
  readonly text: string;
  /** What is wrong with it. */
  readonly problem: string;
}

/** An `elvar resume` of rules that nothing above it waives. */
export interface StrayResume extends Stretch {
  readonly line: number;
  readonly selectors: readonly Selector[];
}

/** What the comments of a file say about waivers, in the order of the file. */
export interface WaiverReading {
  readonly waivers: readonly Waiver[];
  readonly malformed: readonly MalformedWaiver[];
  readonly stray: readonly StrayResume[];
}
