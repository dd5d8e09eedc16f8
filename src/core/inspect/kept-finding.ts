import type { CodeLine, Excuse, Finding, FindingNote } from '../model/finding.js';
import { LEVELS, lowerLevel, type ActiveLevel } from '../model/level.js';
import type { Span } from '../base/place.js';
import { REPAIR_KINDS } from '../model/repair.js';
import { CONFIDENCES, type RuleId } from '../model/rule.js';
import type { RuleSet } from '../model/rule-set.js';
import type { WaiverRecord } from '../waivers/account.js';
import type { MalformedWaiver } from '../waivers/waiver.js';
import { plainFinding } from './found-finding.js';

/** A text, or a way to read it when it is first needed. */
export type LateText = string | (() => string);

/**
 * What was found in one file, in a form that is passed to another thread or kept for the next run: numbers, and texts that they point to.
 * It has no levels: a ruling may change these, and nothing else is found then.
 */
export interface KeptInspection {
  /** {@link WIDTH} numbers a finding; then for each message where it ends in the texts; then for each line of code where it ends, and {@link placeOfCode}. */
  readonly numbers: Int32Array;
  /** 16 hexadecimal digits a finding. */
  readonly prints: LateText;
  /** JSON of {@link KeptHead}. */
  readonly head: string;
  /** All messages, and after these all lines of code: most runs show only a few. */
  readonly texts: LateText;
  /** JSON of the repairs by fingerprint; null if nobody asked for them. */
  readonly repairs: LateText | null;
}

/** What is not about single findings, and what is asked of all of them. */
export interface KeptHead {
  readonly findings: number;
  readonly messages: number;
  readonly rules: readonly RuleId[];
  readonly excuses: readonly Excuse[];
  readonly lines: number;
  readonly waivers: readonly WaiverRecord[];
  readonly misread: readonly MalformedWaiver[];
  /** What other programs said besides, by the place of the finding. */
  readonly notes: readonly (readonly [finding: number, notes: readonly FindingNote[]])[];
  /** For each rule with open findings, and each level of their own, its place in the list, and the numbers of these, of safe repairs and of offered ones. */
  readonly open: readonly (readonly [rule: number, ownLevel: number, count: number, fixable: number, offered: number])[];
}

/** How many numbers a finding has; these are the columns. */
export const WIDTH = 11;
export const RULE = 0;
export const MESSAGE = 1;
export const CODE = 2;
export const START_LINE = 3;
export const START_COLUMN = 4;
export const END_LINE = 5;
export const END_COLUMN = 6;
export const CONFIDENCE = 7;
/** 0 for none; else one more than the place in the list. */
export const REPAIR = 8;
export const EXCUSE = 9;
/** 0 for none; else one more than the place in the list of levels. */
export const OWN_LEVEL = 10;

/** How many hexadecimal digits a fingerprint has. */
export const PRINT = 16;

/** What all kept findings of a file share. */
export class KeptFile {
  readonly head: KeptHead;
  /** The level of each rule. */
  private readonly levels: readonly ActiveLevel[];
  /** Up to which level the findings of rules keep what another program gave them. */
  private readonly keeping: ReadonlyMap<number, ActiveLevel>;
  readonly numbers: Int32Array;
  private allTexts: string | null = null;
  private allPrints: string | null = null;

  constructor(readonly path: string, readonly kept: KeptInspection, set: RuleSet) {
    this.head = JSON.parse(kept.head) as KeptHead;
    this.levels = this.head.rules.map((rule) => set.rules.get(rule)?.level as ActiveLevel);
    this.keeping = new Map(this.head.rules.flatMap((rule, place) => {
      const keepsUpTo = set.rules.get(rule)?.keepsUpTo;
      return keepsUpTo === undefined ? [] : [[place, keepsUpTo] as const];
    }));
    this.numbers = kept.numbers;
  }

  /** The level of a rule's finding. @param own 0, or one more than the place of its own level. */
  levelOf(rule: number, own: number): ActiveLevel {
    const keepsUpTo = this.keeping.get(rule);
    return own > 0 && keepsUpTo !== undefined ? lowerLevel(LEVELS[own - 1] as ActiveLevel, keepsUpTo) : this.levels[rule] as ActiveLevel;
  }

  messageAt(place: number): string {
    const at = this.head.findings * WIDTH + place;
    return this.textBetween(place === 0 ? 0 : this.numbers[at - 1], this.numbers[at]);
  }

  codeAt(place: number): CodeLine {
    const { findings, messages } = this.head;
    const at = findings * WIDTH + messages + place * 2;
    const own = this.numbers[at + 1] as number;
    return { text: this.textBetween(this.numbers[place === 0 ? at - 1 : at - 2], this.numbers[at]), column: own >> 1, isCut: (own & 1) === 1 };
  }

  get prints(): string {
    return this.allPrints ??= textOf(this.kept.prints);
  }

  private textBetween(start: number | undefined, end: number | undefined): string {
    this.allTexts ??= textOf(this.kept.texts);
    return this.allTexts.slice(start, end);
  }
}

/** A text as it is. */
export function textOf(text: LateText): string {
  return typeof text === 'string' ? text : text();
}

/** A finding that was kept. Its parts are put together when they are asked for. */
export class KeptFinding implements Finding {
  constructor(private readonly file: KeptFile, private readonly at: number) {}

  get rule(): RuleId {
    return this.file.head.rules[this.number(RULE)] as RuleId;
  }

  get level(): ActiveLevel {
    return this.file.levelOf(this.number(RULE), this.number(OWN_LEVEL));
  }

  get ownLevel(): ActiveLevel | null {
    return this.number(OWN_LEVEL) === 0 ? null : LEVELS[this.number(OWN_LEVEL) - 1] as ActiveLevel;
  }

  get path(): string {
    return this.file.path;
  }

  get message(): string {
    return this.file.messageAt(this.number(MESSAGE));
  }

  get code(): CodeLine {
    return this.file.codeAt(this.number(CODE));
  }

  get span(): Span {
    return { start: { line: this.number(START_LINE), column: this.number(START_COLUMN) }, end: { line: this.number(END_LINE), column: this.number(END_COLUMN) } };
  }

  get confidence(): Finding['confidence'] {
    return CONFIDENCES[this.number(CONFIDENCE)] as Finding['confidence'];
  }

  get repair(): Finding['repair'] {
    return REPAIR_KINDS[this.number(REPAIR) - 1] ?? null;
  }

  get excused(): Excuse | null {
    return this.file.head.excuses[this.number(EXCUSE) - 1] ?? null;
  }

  get fingerprint(): string {
    const start = this.at / WIDTH * PRINT;
    return this.file.prints.slice(start, start + PRINT);
  }

  get notes(): Finding['notes'] {
    const { notes } = this.file.head;
    return notes.length === 0 ? undefined : notes.find(([finding]) => finding * WIDTH === this.at)?.[1];
  }

  /** What programs that use the library serialize. */
  toJSON(): Finding {
    return plainFinding(this);
  }

  private number(column: number): number {
    return this.file.numbers[this.at + column] as number;
  }
}
