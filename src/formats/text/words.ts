/** A number with its noun: `1 file`, `2 files`. */
export function count(number: number, noun: string, plural = `${noun}s`): string {
  return `${number} ${number === 1 ? noun : plural}`;
}

/** Words as a list: `a, b and c`. */
export function listed(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}
