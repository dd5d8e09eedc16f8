import type { Finding } from '../model/finding.js';
import type { Hit } from '../model/rule.js';
import type { SourceText } from '../model/source-text.js';

/** What the findings of one rule under one rule set have in common. */
export interface FindingKind {
  readonly rule: Finding['rule'];
  readonly level: Finding['level'];
}

/**
 * A finding as numbers: its places and its fingerprint are made when one asks for them, and most runs ask for few of
 * some hundred thousand.
 */
export class FoundFinding implements Finding {
  readonly rule: Finding['rule'];
  readonly level: Finding['level'];
  readonly path: string;
  readonly line: number;
  readonly column: number;
  readonly endLine: number;
  readonly endColumn: number;
  readonly message: string;
  private high = 0;
  private low = 0;

  constructor(kind: FindingKind, { start, end, message }: Hit, text: SourceText, readonly fixable: boolean, readonly excused: Finding['excused']) {
    this.rule = kind.rule;
    this.level = kind.level;
    this.path = text.path;
    this.message = message;
    this.line = text.lineAt(start);
    this.column = text.columnAt(start, this.line);
    this.endLine = text.lineAt(end);
    this.endColumn = text.columnAt(end, this.endLine);
  }

  get span(): Finding['span'] {
    return { start: { line: this.line, column: this.column }, end: { line: this.endLine, column: this.endColumn } };
  }

  get fingerprint(): string {
    return hexadecimal(this.high) + hexadecimal(this.low);
  }

  /** Sets the fingerprint. `number` counts the findings of a file that have the same rule and the same text in their line. */
  print({ high, low }: Print, number: number): void {
    this.high = finished(step(high, number));
    this.low = finished(step(low, -number));
  }
}

/** A finding as plain data, so that it can be handed to another thread. */
export function plainFinding({ rule, level, path, span, message, fixable, excused, fingerprint }: Finding): Finding {
  return { rule, level, path, span, message, fixable, excused, fingerprint };
}

/**
 * Gives each finding of a file its fingerprint: its rule, the text of its line without the blanks, and, where a file
 * has equal ones, their number in the order of the file. It stays the same when lines or files move.
 */
export function printFindings(findings: readonly FoundFinding[], text: SourceText): void {
  const counts = new PrintCounts(findings.length);
  for (const finding of findings) {
    const print = printOf(finding.rule, text, finding.line);
    finding.print(print, counts.add(print));
  }
}

/** Counts equal prints, in a table of numbers with open addressing: a `Map` for each file takes longer than the prints themselves. */
class PrintCounts {
  private static slots = new Int32Array(0);
  private readonly mask: number;

  /** @param most how many prints will be added. Only one may be in use at a time. */
  constructor(most: number) {
    let size = 16;
    while (size < most * 2) size *= 2;
    this.mask = size - 1;
    if (PrintCounts.slots.length < size * SLOT) PrintCounts.slots = new Int32Array(size * SLOT);
    else PrintCounts.slots.fill(0, 0, size * SLOT);
  }

  /** @returns how many equal ones there are now. */
  add({ high, low }: Print): number {
    const { slots } = PrintCounts;
    // 53 bits tell prints apart: all of one half and most of the other.
    const rest = low >>> 11;
    let at = (finished(high) & this.mask) * SLOT;
    while (slots[at] !== 0 && (slots[at + 1] !== high || slots[at + 2] !== rest)) at = (at + SLOT) & (this.mask * SLOT + SLOT - 1);
    slots[at + 1] = high;
    slots[at + 2] = rest;
    const count = (slots[at] as number) + 1;
    slots[at] = count;
    return count;
  }
}

/** Numbers a slot: how many, the two halves, and one that is not used, so that places are found by a shift. */
const SLOT = 4;

/** Two halves of 32 bits. */
interface Print {
  readonly high: number;
  readonly low: number;
}

/** The offset basis of FNV-1a with 32 bits (Fowler, Noll and Vo), and another start for the second half. */
const STARTS = [0x811c9dc5, 0x6b43a9b5] as const;

/** What the hashes are once they have gone over the name of a rule. */
const rulePrints = new Map<string, Print>();

function rulePrint(rule: string): Print {
  let print = rulePrints.get(rule);
  if (print === undefined) {
    let [high, low]: [number, number] = [...STARTS];
    for (let at = 0; at < rule.length; at += 1) {
      high = step(high, rule.charCodeAt(at));
      low = step(low, ~rule.charCodeAt(at));
    }
    rulePrints.set(rule, (print = { high, low }));
  }
  return print;
}

function printOf(rule: string, { text, starts, ends }: SourceText, line: number): Print {
  let { high, low } = rulePrint(rule);
  const end = ends[line - 1] as number;
  for (let at = starts[line - 1] as number; at < end; at += 1) {
    const code = text.charCodeAt(at);
    if (code <= 0x20 || code === 0xa0) continue;
    high = step(high, code);
    low = step(low, ~code);
  }
  return { high, low };
}

function step(hash: number, code: number): number {
  return Math.imul(hash ^ code, 0x01000193);
}

/** Spreads a change of any bit over all of them; the mixing numbers are those of MurmurHash3, which is in the public domain. */
function finished(hash: number): number {
  const first = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b);
  const second = Math.imul(first ^ (first >>> 13), 0xc2b2ae35);
  return second ^ (second >>> 16);
}

function hexadecimal(half: number): string {
  return (half >>> 0).toString(16).padStart(8, '0');
}
