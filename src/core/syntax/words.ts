/** A word in a text, with its offset. */
interface Word {
  readonly text: string;
  readonly offset: number;
}

/** The words of a text or a name, split at camel-case and snake-case boundaries. */
export function wordsOf(text: string): Word[] {
  // Letters of one word: all capitals, or at most one leading capital. Inner apostrophes belong to it.
  return [...text.matchAll(/\p{Lu}{2,}(?!\p{Ll})|\p{Lu}?(?:\p{Ll}|\p{M}|(?<=\p{Ll})['’](?=\p{Ll}))+|\p{Lu}/gu)].map(
    ({ 0: word, index }) => ({ text: word, offset: index }),
  );
}
