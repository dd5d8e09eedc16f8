/** Thrown when a text has more tokens than may be parsed at once. */
export class TooMuchSyntax extends Error {
  override readonly name = 'TooMuchSyntax';

  /** @param most the number of tokens that may be parsed. */
  constructor(readonly most: number) {
    super(`there are more than ${most} tokens`);
  }
}

/**
 * The number of tokens in a text that is parsed; each word, and each other character but blanks, counts as one. 2 MiB of
 * compressed scripts have 1,060,000 of them and take 430 MB. The parser needs 200 to 350 bytes for each.
 */
const MOST_TOKENS = 1_100_000;

/** Whether a character is part of a word: a letter, a digit, or anything beyond ASCII. */
const IS_WORD = Uint8Array.from({ length: 128 }, (_, code) => Number(/[\w$]/.test(String.fromCharCode(code))));

/**
 * @param most fewer, for a grammar that needs more memory.
 * @throws TooMuchSyntax if parsing a text would take too much memory.
 */
export function checkSyntaxSize(text: string, most = MOST_TOKENS): void {
  if (text.length <= most) return;
  let count = 0;
  let wasWord = 0;
  for (let at = 0; at < text.length; at += 1) {
    const code = text.charCodeAt(at);
    const isWord = code < 128 ? IS_WORD[code] as number : 1;
    // Blanks and control characters are neither.
    if (isWord === 0 ? code > 32 : wasWord === 0) count += 1;
    wasWord = isWord;
  }
  if (count > most) throw new TooMuchSyntax(most);
}
