/** A number with its noun: `1 file`, `2 files`. */
export function count(number: number, noun: string, plural = `${noun}s`): string {
  return `${number} ${number === 1 ? noun : plural}`;
}

/** Words as a list: `a, b and c`. */
export function listed(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}

/** The same, up to a number of words, and how many more there are: `a, b and 3 more`, or with a noun `a, b and 3 more rules`. */
export function listedUpTo(most: number, words: readonly string[], noun?: string): string {
  const more = words.length - most;
  return more <= 0
    ? listed(words)
    : listed([...words.slice(0, most), noun === undefined ? `${more} more` : count(more, `more ${noun}`)]);
}
