import type { SourceText } from '../base/source-text.js';

/** Two halves of 32 bits, of the line last seen. */
interface LinePrint {
  line: number;
  high: number;
  low: number;
}

/**
 * Computes the fingerprints of a file's findings, each from its rule, the text of its line without blanks and, if the file has
 * equal ones, its number among them. A fingerprint stays the same when lines or files move.
 */
export class Fingerprints {
  /** The halves of the latest fingerprint. */
  high = 0;
  low = 0;
  private readonly seen = new Map<number, number>();
  /** One long line may have very many findings: each rule goes over it once. */
  private readonly latest = new Map<string, LinePrint>();

  constructor(private readonly text: SourceText) {}

  /** Computes that of the next finding in the order of the file. @param line the 1-based line that it starts on. */
  next(rule: string, line: number): void {
    let print = this.latest.get(rule);
    if (print === undefined) this.latest.set(rule, (print = { line: 0, high: 0, low: 0 }));
    if (print.line !== line) printLine(print, rule, this.text, line);
    const { high, low } = print;
    // A number is exact to 53 bits: all of one half and most of the other.
    const key = (high >>> 0) * 0x200000 + (low >>> 11);
    const number = (this.seen.get(key) ?? 0) + 1;
    this.seen.set(key, number);
    this.high = finished(step(high, number));
    this.low = finished(step(low, -number));
  }
}

/** A fingerprint in 16 hexadecimal digits. */
export function fingerprintText(high: number, low: number): string {
  return hexadecimal(high) + hexadecimal(low);
}

/** The 32-bit offset basis of FNV-1a (Fowler, Noll and Vo), and another start value for the second half. */
const STARTS = [0x811c9dc5, 0x6b43a9b5] as const;

/** The hashes after the id of a rule. */
const rulePrints = new Map<string, Readonly<Pick<LinePrint, 'high' | 'low'>>>();

function rulePrint(rule: string): Readonly<Pick<LinePrint, 'high' | 'low'>> {
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

function printLine(print: LinePrint, rule: string, { text, starts, ends }: SourceText, line: number): void {
  let { high, low } = rulePrint(rule);
  const end = ends[line - 1] as number;
  for (let at = starts[line - 1] as number; at < end; at += 1) {
    const code = text.charCodeAt(at);
    if (code <= 0x20 || code === 0xa0) continue;
    high = step(high, code);
    low = step(low, ~code);
  }
  print.line = line;
  print.high = high;
  print.low = low;
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

/** Two digits of each byte: there are as many fingerprints as findings. */
const BYTES = Array.from({ length: 256 }, (_, byte) => byte.toString(16).padStart(2, '0'));

function hexadecimal(half: number): string {
  return digits(half >>> 24) + digits(half >>> 16) + digits(half >>> 8) + digits(half);
}

function digits(byte: number): string {
  return BYTES[byte & 0xff] as string;
}
