/** How the first line of a text ends; LF where it has one line only. */
export function lineEndOf(text: string): string {
  return /\r\n|\r|\n/.exec(text)?.[0] ?? '\n';
}
