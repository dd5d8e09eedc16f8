import { diffArrays } from 'diff';
import { linesOf } from '../base/line-ends.js';

/** A text before and after; null where there was no such file. */
export interface TextTurn {
  readonly before: string | null;
  readonly after: string | null;
}

/** The numbers, from 1, of the lines of a text that differ. */
interface LineNumbers {
  readonly before: readonly number[];
  readonly after: readonly number[];
}

/** What changed in layer files, line by line. */
export class ChangedTexts {
  private readonly known = new Map<string, LineNumbers>();

  /** @param textOf the texts of a file that changed; undefined for any other. */
  constructor(private readonly textOf: (file: string) => TextTurn | undefined) {}

  /** The lines of a file on one side that are not on the other, from 1; null if the file did not change. */
  linesOf(file: string, side: 'before' | 'after'): readonly number[] | null {
    const known = this.known.get(file);
    if (known !== undefined) return known[side];
    const texts = this.textOf(file);
    if (texts === undefined) return null;
    const numbers = differing(linesOf(texts.before ?? ''), linesOf(texts.after ?? ''));
    this.known.set(file, numbers);
    return numbers[side];
  }
}

function differing(before: readonly string[], after: readonly string[]): LineNumbers {
  const found = { before: [] as number[], after: [] as number[] };
  let [old, now] = [1, 1];
  for (const { added, removed, count } of diffArrays([...before], [...after])) {
    for (let index = 0; index < count; index += 1) {
      if (added) found.after.push(now + index);
      else if (removed) found.before.push(old + index);
    }
    if (!added) old += count;
    if (!removed) now += count;
  }
  return found;
}
