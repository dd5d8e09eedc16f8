/** How a client counts the characters of a line (LSP 3.17, "PositionEncodingKind"). */
export type Encoding = 'utf-8' | 'utf-16' | 'utf-32';

/** The encodings that are spoken, the cheapest first. */
export const ENCODINGS: readonly Encoding[] = ['utf-16', 'utf-8', 'utf-32'];

/** A place in a text as a client tells it: line and character from 0, the character in units of its encoding. */
export interface ClientPosition {
  readonly line: number;
  readonly character: number;
}

/** Where a line ends for the client: at these, and nothing else (LSP 3.17, "Text Documents"). */
const LINE_END = /\r\n|\n|\r/g;

/** The places of a text, for a client with one encoding. */
export class Positions {
  /** The offset at which each line starts, and at which it ends without its line end. */
  private readonly starts: number[] = [0];
  private readonly ends: number[] = [];

  constructor(private readonly text: string, private readonly encoding: Encoding) {
    for (const { index, 0: end } of text.matchAll(LINE_END)) {
      this.ends.push(index);
      this.starts.push(index + end.length);
    }
    this.ends.push(text.length);
  }

  /** The number of lines. */
  get lines(): number {
    return this.starts.length;
  }

  /** The text of a line, from 0; empty beyond the last. */
  lineText(line: number): string {
    return this.text.slice(this.starts[line] ?? 0, this.ends[line] ?? 0);
  }

  /** The offset of a place in UTF-16 units. What is beyond a line is at its end, as the protocol wants it. */
  offsetAt({ line, character }: ClientPosition): number {
    if (line >= this.lines) return this.text.length;
    const start = this.starts[line] as number;
    return start + unitsOf(this.text.slice(start, this.ends[line]), character, this.encoding);
  }

  /** The place at an offset in UTF-16 units. */
  positionAt(offset: number): ClientPosition {
    const at = Math.max(0, Math.min(offset, this.text.length));
    let [low, high] = [0, this.lines];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if ((this.starts[middle] as number) <= at) low = middle;
      else high = middle;
    }
    const start = this.starts[low] as number;
    return { line: low, character: lengthIn(this.text.slice(start, Math.min(at, this.ends[low] as number)), this.encoding) };
  }

  /** The place at a line and a column in UTF-16 units, both from 1. */
  placeAt(line: number, column: number): ClientPosition {
    if (line > this.lines) return this.positionAt(this.text.length);
    return this.positionAt(Math.min((this.starts[line - 1] as number) + column - 1, this.ends[line - 1] as number));
  }
}

/** How long a text is in units of an encoding. */
function lengthIn(text: string, encoding: Encoding): number {
  if (encoding === 'utf-16') return text.length;
  if (encoding === 'utf-8') return Buffer.byteLength(text);
  let characters = 0;
  for (const _ of text) characters += 1;
  return characters;
}

/** How many UTF-16 units the first units of an encoding take. What is in the middle of a character is at its start. */
function unitsOf(text: string, units: number, encoding: Encoding): number {
  if (encoding === 'utf-16') return Math.min(units, text.length);
  let [left, taken] = [units, 0];
  for (const character of text) {
    left -= encoding === 'utf-8' ? Buffer.byteLength(character) : 1;
    if (left < 0) break;
    taken += character.length;
  }
  return taken;
}
