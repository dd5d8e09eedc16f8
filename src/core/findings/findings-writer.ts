import { codeColumnAt, codeLineAt } from './code-line.js';
import {
  CODE, CONFIDENCE, END_COLUMN, END_LINE, EXCUSE, MESSAGE, OWN_LEVEL, PRINT_HIGH, PRINT_LOW, REPAIR, RULE, START_COLUMN,
  START_LINE, WIDTH,
} from './columns.js';
import type { FileFindings, FindingsHead } from './file-findings.js';
import type { Fingerprints } from './fingerprint.js';
import type { FoundFinding } from './found-finding.js';
import { openIn } from './open-counts.js';
import type { WrittenTexts } from './written-texts.js';
import type { SourceText } from '../base/source-text.js';
import type { CodeLine, Excuse, FindingNote } from '../model/finding.js';
import { LEVELS } from '../model/level.js';
import { REPAIR_KINDS, type Repair } from '../model/repair.js';
import { CONFIDENCES, type RuleId } from '../model/rule.js';

/** What is known of a file besides its findings. */
export interface AboutFile extends Pick<FindingsHead, 'lines' | 'waivers' | 'misread' | 'unfinished'> {
  /** The repair of each finding that has one, by its fingerprint; absent if nobody asked. */
  readonly repairs?: ReadonlyMap<string, Repair> | undefined;
}

/** Numbers the values of a list, each once. */
class Table<Value> {
  readonly values: Value[] = [];
  private readonly places = new Map<Value, number>();

  placeOf(value: Value): number {
    let place = this.places.get(value);
    if (place === undefined) this.places.set(value, (place = this.values.push(value) - 1));
    return place;
  }
}

/**
 * Writes the findings of a file down as numbers, and texts that they point to, in text order. The numbers are put down as they
 * are: a large project has hundreds of thousands of findings, and few of them are ever looked at one by one.
 */
export class FindingsWriter {
  private readonly rows: Int32Array;
  private size = 0;
  private readonly rules = new Table<RuleId>();
  private readonly messages = new Table<string>();
  private readonly excuses = new Table<Excuse>();
  private readonly codes: CodeLine[] = [];
  /** Which part of which line was kept last: the findings of a line come one after another. */
  private codeLine = 0;
  private codeColumn = 0;
  private readonly notes: (readonly [number, readonly FindingNote[]])[] = [];

  /** @param most how many findings there are. */
  constructor(most: number) {
    this.rows = new Int32Array(most * WIDTH);
  }

  /** Adds a finding of a look. */
  addFound(finding: FoundFinding, text: SourceText, prints: Fingerprints): void {
    const { start, end, rule, confidence, repair, excused, ownLevel, notes } = finding;
    const { rows } = this;
    const at = this.size * WIDTH;
    const line = text.lineAt(start);
    const endLine = text.lineAt(end);
    prints.next(rule, line);
    rows[at + RULE] = this.rules.placeOf(rule);
    rows[at + MESSAGE] = this.messages.placeOf(finding.message);
    const column = codeColumnAt(text, line, start);
    rows[at + CODE] = this.hasCode(line, column) ? this.codes.length - 1 : this.codes.push(codeLineAt(text, line, start)) - 1;
    rows[at + START_LINE] = line;
    rows[at + START_COLUMN] = text.columnAt(start, line);
    rows[at + END_LINE] = endLine;
    rows[at + END_COLUMN] = text.columnAt(end, endLine);
    rows[at + CONFIDENCE] = CONFIDENCES.indexOf(confidence);
    rows[at + REPAIR] = repair === null ? 0 : REPAIR_KINDS.indexOf(repair) + 1;
    rows[at + EXCUSE] = excused === null ? 0 : this.excuses.placeOf(excused) + 1;
    rows[at + OWN_LEVEL] = ownLevel === null ? 0 : LEVELS.indexOf(ownLevel) + 1;
    rows[at + PRINT_HIGH] = prints.high;
    rows[at + PRINT_LOW] = prints.low;
    if (notes !== undefined) this.notes.push([this.size, notes]);
    this.size += 1;
  }

  /** Adds one of the findings that have been written before. */
  addWritten({ rules, numbers, excuses, notes }: FileFindings, texts: WrittenTexts, place: number): void {
    const { rows } = this;
    const [at, from] = [this.size * WIDTH, place * WIDTH];
    for (let column = 0; column < WIDTH; column += 1) rows[at + column] = numbers[from + column] as number;
    const excuse = numbers[from + EXCUSE] as number;
    const code = numbers[from + CODE] as number;
    rows[at + RULE] = this.rules.placeOf(rules[numbers[from + RULE] as number] as RuleId);
    rows[at + MESSAGE] = this.messages.placeOf(texts.messageAt(numbers[from + MESSAGE] as number));
    rows[at + CODE] = this.hasCode(numbers[from + START_LINE] as number, texts.codeColumnAt(code))
      ? this.codes.length - 1
      : this.codes.push(texts.codeAt(code)) - 1;
    rows[at + EXCUSE] = excuse === 0 ? 0 : this.excuses.placeOf(excuses[excuse - 1] as Excuse) + 1;
    const own = notes.length === 0 ? undefined : notes.find(([finding]) => finding === place)?.[1];
    if (own !== undefined) this.notes.push([this.size, own]);
    this.size += 1;
  }

  /** What has been written. */
  finish({ lines, waivers, misread, unfinished, repairs }: AboutFile): FileFindings {
    const { size, rows, codes, rules: { values: rules }, messages: { values: messages }, excuses: { values: excuses } } = this;
    const numbers = new Int32Array(size * WIDTH + messages.length + codes.length * 2);
    numbers.set(rows.subarray(0, size * WIDTH));
    let at = size * WIDTH;
    let end = 0;
    for (const message of messages) numbers[at++] = end += message.length;
    for (const code of codes) {
      numbers[at++] = end += code.text.length;
      numbers[at++] = placeOfCode(code);
    }
    return {
      size, messages: messages.length, rules, excuses, lines, waivers, misread, unfinished, open: openIn(rows, size),
      notes: this.notes,
      numbers,
      texts: messages.join('') + codes.map(({ text }) => text).join(''),
      repairs: repairs === undefined ? null : JSON.stringify([...repairs]),
    };
  }

  /** Whether a part of a line is the one that was kept last; from now on it is. */
  private hasCode(line: number, column: number): boolean {
    if (this.codeLine === line && this.codeColumn === column) return true;
    this.codeLine = line;
    this.codeColumn = column;
    return false;
  }
}

/** Twice the column of its first character, and one more if the line goes on. */
function placeOfCode({ column, isCut }: CodeLine): number {
  return column * 2 + Number(isCut);
}
