import type { Position } from './place.js';
import type { Language } from './language.js';

/** One line of a text, without its line end. */
export interface Line {
  /** Offset of its first character. */
  readonly start: number;
  readonly text: string;
}

/** The text of a source file, split into lines once. A line ends with LF, CR LF or CR. */
export class SourceText {
  readonly lines: readonly Line[];
  /** Index of the line that was asked for last: most questions are about the same line or the next. */
  private latest = 0;

  constructor(
    readonly path: string,
    readonly language: Language,
    readonly text: string,
    /** Whether the file begins with a byte-order mark, which is not part of `text`. */
    readonly hasByteOrderMark = false,
  ) {
    this.lines = splitLines(text);
  }

  /** The 1-based position of an offset. */
  positionAt(offset: number): Position {
    if (!this.isInLine(this.latest, offset)) this.latest = this.isInLine(this.latest + 1, offset) ? this.latest + 1 : this.lineAt(offset);
    return { line: this.latest + 1, column: offset - (this.lines[this.latest] as Line).start + 1 };
  }

  /** The line that an offset is in. */
  lineAround(offset: number): Line {
    return this.lines[this.positionAt(offset).line - 1] as Line;
  }

  private isInLine(index: number, offset: number): boolean {
    const line = this.lines[index];
    const next = this.lines[index + 1];
    return line !== undefined && line.start <= offset && (next === undefined || offset < next.start);
  }

  private lineAt(offset: number): number {
    let low = 0;
    let high = this.lines.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((this.lines[middle] as Line).start <= offset) low = middle;
      else high = middle - 1;
    }
    return low;
  }

  /** The text of a 1-based line; empty when there is no such line. */
  lineText(line: number): string {
    return this.lines[line - 1]?.text ?? '';
  }
}

function splitLines(text: string): Line[] {
  const lines: Line[] = [];
  const lineEnds = text.includes('\r') ? /\r\n|\r|\n/g : /\n/g;
  let start = 0;
  for (let end = lineEnds.exec(text); end !== null; end = lineEnds.exec(text)) {
    lines.push({ start, text: text.slice(start, end.index) });
    start = lineEnds.lastIndex;
  }
  lines.push({ start, text: text.slice(start) });
  return lines;
}
