import type { CodeLine, Excuse, Finding } from '../model/finding.js';
import type { ActiveLevel } from '../model/level.js';
import type { Span } from '../base/place.js';
import { REPAIR_KINDS, type Repair } from '../model/repair.js';
import { CONFIDENCES, type RuleId } from '../model/rule.js';
import type { RuleSet } from '../model/rule-set.js';
import type { WaiverRecord } from '../waivers/account.js';
import type { MalformedWaiver } from '../waivers/waiver.js';
import type { FindingCounts } from './finding-counts.js';
import type { Inspection } from './inspect-file.js';
import { countsOf } from './tally.js';

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
interface KeptHead {
  readonly findings: number;
  readonly messages: number;
  readonly rules: readonly RuleId[];
  readonly excuses: readonly Excuse[];
  readonly lines: number;
  readonly waivers: readonly WaiverRecord[];
  readonly misread: readonly MalformedWaiver[];
  /** For each rule with open findings its place in the list, and the numbers of these, of safe repairs and of offered ones. */
  readonly open: readonly (readonly [rule: number, count: number, fixable: number, offered: number])[];
}

/** How many numbers a finding has; these are the columns. */
const WIDTH = 10;
const RULE = 0;
const MESSAGE = 1;
const CODE = 2;
const START_LINE = 3;
const START_COLUMN = 4;
const END_LINE = 5;
const END_COLUMN = 6;
const CONFIDENCE = 7;
/** 0 for none; else one more than the place in the list. */
const REPAIR = 8;
const EXCUSE = 9;

/** How many hexadecimal digits a fingerprint has. */
const PRINT = 16;

/** Numbers the values of a list, each once. */
class Table<Value> {
  readonly values: Value[] = [];
  private readonly places = new Map<unknown, number>();

  placeOf(value: Value, key: unknown = value): number {
    let place = this.places.get(key);
    if (place === undefined) this.places.set(key, (place = this.values.push(value) - 1));
    return place;
  }
}

/** What is kept of an inspection. */
export function keptInspection(inspection: Inspection): KeptInspection {
  if (inspection instanceof RememberedInspection) return inspection.kept;
  const { findings, lines, waivers, misread, repairs } = inspection;
  const [rules, messages, codes, excuses] = [new Table<RuleId>(), new Table<string>(), new Table<CodeLine>(), new Table<Excuse>()];
  const numbers: number[] = new Array<number>(findings.length * WIDTH);
  const prints: string[] = [];
  findings.forEach(({ rule, message, code, span: { start, end }, confidence, repair, excused, fingerprint }, index) => {
    const at = index * WIDTH;
    numbers[at + RULE] = rules.placeOf(rule);
    numbers[at + MESSAGE] = messages.placeOf(message);
    // Of a short line there is one text, of a long one a part for each column.
    numbers[at + CODE] = codes.placeOf(code, `${start.line}:${code.column}`);
    numbers[at + START_LINE] = start.line;
    numbers[at + START_COLUMN] = start.column;
    numbers[at + END_LINE] = end.line;
    numbers[at + END_COLUMN] = end.column;
    numbers[at + CONFIDENCE] = CONFIDENCES.indexOf(confidence);
    numbers[at + REPAIR] = repair === null ? 0 : REPAIR_KINDS.indexOf(repair) + 1;
    numbers[at + EXCUSE] = excused === null ? 0 : excuses.placeOf(excused) + 1;
    prints.push(fingerprint);
  });
  const open = countsOf(findings).rules.map(({ rule, count, fixable, offered }) => [rules.placeOf(rule), count, fixable, offered] as const);
  const head: KeptHead = { findings: findings.length, messages: messages.values.length, rules: rules.values, excuses: excuses.values, lines, waivers, misread, open };
  let end = 0;
  for (const message of messages.values) numbers.push((end += message.length));
  for (const code of codes.values) numbers.push((end += code.text.length), placeOfCode(code));
  return { numbers: Int32Array.from(numbers), prints: prints.join(''), head: JSON.stringify(head), texts: [...messages.values, ...codes.values.map(({ text }) => text)].join(''), repairs: repairs === undefined ? null : JSON.stringify([...repairs]) };
}

/** Twice the column of its first character, and one more if the line goes on. */
function placeOfCode({ column, isCut }: CodeLine): number {
  return column * 2 + Number(isCut);
}

/** The inspection that was kept. @param path the file's path. @param set its rule set, which has the levels. @throws SyntaxError if it is damaged. */
export function inspectionOf(kept: KeptInspection, path: string, set: RuleSet, unfinished: readonly RuleId[] = []): Inspection {
  return new RememberedInspection(new KeptFile(path, kept, set), unfinished);
}

/** An inspection that was kept. Its findings are put together when they are asked for: most runs only count them. */
class RememberedInspection implements Inspection {
  readonly lines: number;
  readonly waivers: readonly WaiverRecord[];
  readonly misread: readonly MalformedWaiver[];
  private all: readonly Finding[] | null = null;
  private allRepairs: ReadonlyMap<string, Repair> | null = null;

  constructor(private readonly file: KeptFile, readonly unfinished: readonly RuleId[]) {
    ({ lines: this.lines, waivers: this.waivers, misread: this.misread } = file.head);
  }

  get findings(): readonly Finding[] {
    return this.all ??= Array.from({ length: this.size }, (_, index) => new KeptFinding(this.file, index * WIDTH));
  }

  openOf(rule: RuleId): readonly Finding[] {
    const { head: { rules }, numbers } = this.file;
    const place = rules.indexOf(rule);
    const open: Finding[] = [];
    for (let at = 0; at < this.size * WIDTH; at += WIDTH) if (numbers[at + RULE] === place && numbers[at + EXCUSE] === 0) open.push(new KeptFinding(this.file, at));
    return open;
  }

  get counts(): FindingCounts {
    const { head, levels } = this.file;
    const rules = head.open.map(([place, count, fixable, offered]) => ({ rule: head.rules[place] as RuleId, level: levels[place] as ActiveLevel, count, fixable, offered }));
    return { rules, excused: this.size - rules.reduce((sum, { count }) => sum + count, 0), byLedger: 0 };
  }

  get repairs(): ReadonlyMap<string, Repair> | undefined {
    const { repairs } = this.file.kept;
    return repairs === null ? undefined : this.allRepairs ??= new Map(JSON.parse(textOf(repairs)) as [string, Repair][]);
  }

  get kept(): KeptInspection {
    return this.file.kept;
  }

  private get size(): number {
    return this.file.head.findings;
  }
}

/** What all kept findings of a file share. */
class KeptFile {
  readonly head: KeptHead;
  /** The level of each rule. */
  readonly levels: readonly ActiveLevel[];
  readonly numbers: Int32Array;
  private allTexts: string | null = null;
  private allPrints: string | null = null;

  constructor(readonly path: string, readonly kept: KeptInspection, set: RuleSet) {
    this.head = JSON.parse(kept.head) as KeptHead;
    this.levels = this.head.rules.map((rule) => set.rules.get(rule)?.level as ActiveLevel);
    this.numbers = kept.numbers;
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

function textOf(text: LateText): string {
  return typeof text === 'string' ? text : text();
}

/** A finding that was kept. Its parts are put together when they are asked for. */
class KeptFinding implements Finding {
  constructor(private readonly file: KeptFile, private readonly at: number) {}

  get rule(): RuleId {
    return this.file.head.rules[this.number(RULE)] as RuleId;
  }

  get level(): ActiveLevel {
    return this.file.levels[this.number(RULE)] as ActiveLevel;
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

  /** What programs that use the library serialize. */
  toJSON(): Finding {
    const { rule, level, path, span, message, code, confidence, repair, excused, fingerprint } = this;
    return { rule, level, path, span, message, code, confidence, repair, excused, fingerprint };
  }

  private number(column: number): number {
    return this.file.numbers[this.at + column] as number;
  }
}
