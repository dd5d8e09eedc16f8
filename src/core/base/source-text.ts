import type { Position } from './place.js';
import type { Language } from './language.js';

/** One line of a text, without its line end. */
export interface Line {
  /** Offset of its first character. */
  readonly start: number;
  readonly text: string;
}

/** The text of a source file, split into lines once. Lines end with LF, CR LF or CR. */
export class SourceText {
  /** The offset of each line's first character. */
  readonly starts: readonly number[];
  /** The offset of each line's end. */
  readonly ends: readonly number[];
  /** Results computed for the text. */
  readonly memo: unknown[] = [];
  private split: readonly Line[] | null = null;
  /** Index of the line last asked for: most questions are about the same line or the next. */
  private latest = 0;

  constructor(
    readonly path: string,
    readonly language: Language,
    readonly text: string,
    /** Whether the file begins with a byte-order mark; it is not part of `text`. */
    readonly hasByteOrderMark = false,
    /** Whether `text` is known to contain only printable ASCII, blanks, tabs and line ends. */
    readonly isPlain = false,
  ) {
    [this.starts, this.ends] = text.includes('\r') ? splitAtAll(text) : splitAtFeeds(text);
  }

  /** The text as it is in the file, with the byte-order mark if there is one. */
  get whole(): string {
    return `${this.hasByteOrderMark ? '\uFEFF' : ''}${this.text}`;
  }

  /** If only places are needed, `starts` and `ends` are cheaper. */
  get lines(): readonly Line[] {
    return this.split ??= this.starts.map((start, index) => ({ start, text: this.text.slice(start, this.ends[index]) }));
  }

  /** The 1-based position of an offset. */
  positionAt(offset: number): Position {
    const line = this.lineAt(offset);
    return { line, column: this.columnAt(offset, line) };
  }

  /** The 1-based line of an offset. */
  lineAt(offset: number): number {
    if (!this.isInLine(this.latest, offset)) {
      this.latest = this.isInLine(this.latest + 1, offset) ? this.latest + 1 : this.search(offset);
    }
    return this.latest + 1;
  }

  /** The 1-based column of an offset in its line. */
  columnAt(offset: number, line: number): number {
    return offset - (this.starts[line - 1] as number) + 1;
  }

  /** The line containing an offset. */
  lineAround(offset: number): Line {
    const line = this.lineAt(offset);
    return { start: this.starts[line - 1] as number, text: this.lineText(line) };
  }

  /** The text of a 1-based line; empty if there is no such line. */
  lineText(line: number): string {
    const start = this.starts[line - 1];
    return start === undefined ? '' : this.text.slice(start, this.ends[line - 1]);
  }

  private isInLine(index: number, offset: number): boolean {
    const start = this.starts[index];
    const next = this.starts[index + 1];
    return start !== undefined && start <= offset && (next === undefined || offset < next);
  }

  private search(offset: number): number {
    let low = 0;
    let high = this.starts.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((this.starts[middle] as number) <= offset) low = middle;
      else high = middle - 1;
    }
    return low;
  }
}

type Split = readonly [starts: number[], ends: number[]];

function splitAtAll(text: string): Split {
  const [starts, ends]: Split = [[0], []];
  const lineEnds = /\r\n|\r|\n/g;
  for (let end = lineEnds.exec(text); end !== null; end = lineEnds.exec(text)) {
    ends.push(end.index);
    starts.push(lineEnds.lastIndex);
  }
  ends.push(text.length);
  return [starts, ends];
}

/** The lines of a text without carriage returns; nearly all texts have none. */
function splitAtFeeds(text: string): Split {
  const [starts, ends]: Split = [[0], []];
  for (let end = text.indexOf('\n'); end >= 0; end = text.indexOf('\n', end + 1)) {
    ends.push(end);
    starts.push(end + 1);
  }
  ends.push(text.length);
  return [starts, ends];
}
