import type { Selector } from '../model/selector.js';

/** The reach of a waiver: one line, from its line to where the rule is resumed, or the whole file. */
export type Reach = 'line' | 'below' | 'throughout';

/** The content of a waiver, without its place. */
export interface WaiverText {
  readonly selectors: readonly Selector[];
  readonly reach: Reach;
  /** The last day on which it applies, as YYYY-MM-DD. */
  readonly until: string | null;
  readonly because: string | null;
}

/** The lines from `from` to `to`, inclusive, from 1. */
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
  /** The lines that each selector covers; null if no line with code follows. */
  readonly covers: readonly (Lines | null)[];
  /** The comment that resumes each selector; null for none. */
  readonly resumes: readonly (Stretch | null)[];
}

/** A comment that begins like a waiver but is not one. It excuses nothing. */
export interface MalformedWaiver extends Stretch {
  readonly line: number;
  /** Its text, without comment markers. */
  readonly text: string;
  /** What is wrong with it. */
  readonly problem: string;
}

/** An `elvar resume` of rules that no waiver above it covers. */
export interface StrayResume extends Stretch {
  readonly line: number;
  readonly selectors: readonly Selector[];
}

/** The comments of a file that are about waivers, in file order. */
export interface WaiverReading {
  readonly waivers: readonly Waiver[];
  readonly malformed: readonly MalformedWaiver[];
  readonly stray: readonly StrayResume[];
}
