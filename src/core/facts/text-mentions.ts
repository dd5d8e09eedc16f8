import { eachWord, hashOf } from './word-hash.js';

/** More paths, or parts of names, than these are data, and mention none in particular. */
const MOST = 1000;

/** What the texts of a file mention. */
export class TextMentions {
  /** Words that may be names. */
  readonly words = new Set<number>();
  readonly paths = new Set<string>();
  /** Beginnings of names, each with a star behind it, and ends, with one before it. */
  readonly affixes = new Set<string>();

  /** All words in a stretch of text. In some languages capital letters make no difference. */
  addWords(text: string, start = 0, end = text.length): void {
    eachWord(text, start, end, (from, to) => this.words.add(hashOf(text, from, to)).add(hashOf(text, from, to, true)));
  }

  addPath(path: string): void {
    if (this.paths.size < MOST) this.paths.add(path);
  }

  addAffix(affix: string): void {
    if (this.affixes.size < MOST) this.affixes.add(affix);
  }
}
