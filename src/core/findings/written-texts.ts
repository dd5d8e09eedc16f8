import { WIDTH } from './columns.js';
import { textOf, type FileFindings } from './file-findings.js';
import type { CodeLine } from '../model/finding.js';

/** The texts that the findings of a file point to. They are read when the first is asked for. */
export class WrittenTexts {
  private all: string | null = null;

  constructor(private readonly found: Pick<FileFindings, 'size' | 'messages' | 'numbers' | 'texts'>) {}

  messageAt(place: number): string {
    const { size, numbers } = this.found;
    const at = size * WIDTH + place;
    return this.between(place === 0 ? 0 : numbers[at - 1], numbers[at]);
  }

  codeAt(place: number): CodeLine {
    const { size, messages, numbers } = this.found;
    const at = size * WIDTH + messages + place * 2;
    const own = numbers[at + 1] as number;
    return {
      text: this.between(numbers[place === 0 ? at - 1 : at - 2], numbers[at]), column: own >> 1, isCut: (own & 1) === 1,
    };
  }

  /** The column of the first character of a line of code. */
  codeColumnAt(place: number): number {
    const { size, messages, numbers } = this.found;
    return (numbers[size * WIDTH + messages + place * 2 + 1] as number) >> 1;
  }

  private between(start: number | undefined, end: number | undefined): string {
    this.all ??= textOf(this.found.texts);
    return this.all.slice(start, end);
  }
}
