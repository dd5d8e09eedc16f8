/** A word within a text: where it begins, counted from the beginning of the text. */
export interface Word {
  readonly text: string;
  readonly offset: number;
}

/** Letters of one word: all capitals, or at most one capital first. Apostrophes within belong to it. */
const WORD = /\p{Lu}{2,}(?!\p{Ll})|\p{Lu}?(?:\p{Ll}|\p{M}|(?<=\p{Ll})['’](?=\p{Ll}))+|\p{Lu}/gu;

/** The words of a text or a name, split where camel and snake join them. */
export function wordsOf(text: string): Word[] {
  return [...text.matchAll(WORD)].map(({ 0: word, index }) => ({ text: word, offset: index }));
}
