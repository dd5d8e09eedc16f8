import type { Excuse, FindingNote } from '../model/finding.js';
import type { Repair } from '../model/repair.js';
import type { RuleId } from '../model/rule.js';
import type { WaiverRecord } from '../waivers/account.js';
import type { MalformedWaiver } from '../waivers/waiver.js';

/** A text, or a way to read it when it is first needed: most runs show only a few findings. */
export type LateText = string | (() => string);

/**
 * What was found in one file: plain data, the same from a look at it, from another thread and from the memory of an earlier run.
 * It has no levels: a ruling may change these, and nothing else is found then. See {@link FindingList} for the findings one by
 * one.
 */
export interface FileFindings extends FindingsHead {
  /**
   * `WIDTH` numbers a finding (see columns.ts); then for each message where it ends in the texts; then for each line of code
   * where it ends, and twice the column of its first character, and one more if the line goes on.
   */
  readonly numbers: Int32Array;
  /** All messages, and after these all lines of code. */
  readonly texts: LateText;
  /** JSON of the repairs by fingerprint; null if nobody asked for them. */
  readonly repairs: LateText | null;
}

/** What is not about single findings, and what is asked of all of them. */
export interface FindingsHead {
  /** The number of findings, excused ones included. */
  readonly size: number;
  /** The number of different messages. */
  readonly messages: number;
  readonly rules: readonly RuleId[];
  readonly excuses: readonly Excuse[];
  /** The number of lines of the file; 0 for an empty one. */
  readonly lines: number;
  /** The waivers of the file, and what they excused. */
  readonly waivers: readonly WaiverRecord[];
  /** Comments that begin like a waiver but are none, if no rule reports them. */
  readonly misread: readonly MalformedWaiver[];
  /** Rules that could not examine the whole file: its code is nested too deeply, or they took too long. */
  readonly unfinished: readonly RuleId[];
  /** What other programs said besides, by the place of the finding. */
  readonly notes: readonly (readonly [finding: number, notes: readonly FindingNote[]])[];
  /**
   * For each rule with open findings, and each level of their own, its place in the list, and the numbers of these, of safe
   * repairs and of offered ones.
   */
  readonly open: readonly (readonly [rule: number, ownLevel: number, count: number, fixable: number, offered: number])[];
}

/** The part of a file's findings that is neither numbers nor texts. */
export function headOf(
  { size, messages, rules, excuses, lines, waivers, misread, unfinished, notes, open }: FileFindings,
): FindingsHead {
  return { size, messages, rules, excuses, lines, waivers, misread, unfinished, notes, open };
}

/** The repair of each finding that has one, by its fingerprint; absent if nobody asked. */
export function repairsIn({ repairs }: FileFindings): ReadonlyMap<string, Repair> | undefined {
  return repairs === null ? undefined : new Map(JSON.parse(textOf(repairs)) as [string, Repair][]);
}

/** A text as it is. */
export function textOf(text: LateText): string {
  return typeof text === 'string' ? text : text();
}
