import type { Edit } from '../base/edit.js';

/** One line: where it begins in the stretch, and in the whole text with and without what stands before it. */
interface PlacedLine {
  readonly inner: number;
  readonly begin: number;
  readonly content: number;
}

/**
 * A stretch of a text without what each of its lines begins with, and where its places are in the text. Offsets count UTF-16 code
 * units.
 */
export class PlacedLines {
  /** Without the beginnings of lines. */
  readonly text: string;
  /** The line behind the last one has a beginning, too. */
  private readonly lines: readonly PlacedLine[];

  /** @param prefix what the lines begin with; blank ones may lack blanks of it. */
  constructor(whole: string, { start, end }: { readonly start: number; readonly end: number }, private readonly prefix: string) {
    const lines: PlacedLine[] = [];
    let text = prefix === '' ? whole.slice(start, end) : '';
    if (prefix === '') lines.push({ inner: 0, begin: start, content: start });
    for (let at = start; prefix !== '' && at <= end;) {
      const next = whole.indexOf('\n', at);
      const after = next < 0 || next >= end ? end : next + 1;
      const content = at + lengthOfCommon(whole, at, prefix);
      lines.push({ inner: text.length, begin: at, content });
      if (at === end) break;
      text += whole.slice(content, after);
      at = after;
    }
    this.text = text;
    this.lines = lines;
  }

  /** Where a place of {@link text} is in the whole. */
  outside(offset: number): number {
    const { content, inner } = this.lineAt(offset);
    return content + offset - inner;
  }

  /** An edit of {@link text} as an edit of the whole: new lines begin like the others. */
  editOutside({ start, end, text }: Edit): Edit {
    const { prefix } = this;
    if (prefix === '') return { start: this.outside(start), end: this.outside(end), text };
    const [first, last] = [this.lineAt(start), this.lineAt(end)];
    // Whole lines come and go with their beginnings: those of blank lines may be shorter.
    if (start === first.inner && end === last.inner && (text === '' || text.endsWith('\n'))) {
      return { start: first.begin, end: last.begin, text: text.replace(/^.*\n/gm, (line) => `${this.before(line)}${line}`) };
    }
    const missing = start === first.inner ? prefix.slice(first.content - first.begin) : '';
    return {
      start: this.outside(start),
      end: this.outside(end),
      text: missing + text.replace(/\n/g, (_, at: number) => `\n${this.before(text.slice(at + 1))}`),
    };
  }

  /** What has to stand before a line. */
  private before(line: string): string {
    return /^\r?\n/.test(line) ? this.prefix.trimEnd() : this.prefix;
  }

  private lineAt(offset: number): PlacedLine {
    let low = 0;
    for (let high = this.lines.length - 1; low < high;) {
      const middle = (low + high + 1) >> 1;
      if ((this.lines[middle] as PlacedLine).inner <= offset) low = middle;
      else high = middle - 1;
    }
    return this.lines[low] as PlacedLine;
  }
}

/** How many of the first characters at a place are those of another text. */
function lengthOfCommon(text: string, at: number, other: string): number {
  let length = 0;
  while (length < other.length && text[at + length] === other[length]) length += 1;
  return length;
}
