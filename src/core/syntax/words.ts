/** A word within a text: where it begins, counted from the beginning of the text. */
export interface Word {
  readonly text: string;
  readonly offset: number;
}

/** The words of a text or a name, split where camel and snake join them. */
export function wordsOf(text: string): Word[] {
  // Letters of one word: all capitals, or at most one capital first. Apostrophes within belong to it.
  return [...text.matchAll(/\p{Lu}{2,}(?!\p{Ll})|\p{Lu}?(?:\p{Ll}|\p{M}|(?<=\p{Ll})['’](?=\p{Ll}))+|\p{Lu}/gu)].map(({ 0: word, index }) => ({ text: word, offset: index }));
}
