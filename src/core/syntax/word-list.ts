/**
 * A list of words in one text, one on each line, sorted by character code: looked up where it lies, so that loading it costs
 * nothing.
 */
export class WordList {
  constructor(private readonly lines: string) {}

  has(word: string): boolean {
    if (word === '') return false;
    let [from, to] = [0, this.lines.length];
    while (from < to) {
      const start = this.startOfLine((from + to) >>> 1);
      const end = this.endOfLine(start);
      const line = this.lines.slice(start, end);
      if (line === word) return true;
      if (line < word) from = end + 1;
      else to = start;
    }
    return false;
  }

  private startOfLine(at: number): number {
    return at === 0 ? 0 : this.lines.lastIndexOf('\n', at - 1) + 1;
  }

  private endOfLine(start: number): number {
    const end = this.lines.indexOf('\n', start);
    return end < 0 ? this.lines.length : end;
  }
}
