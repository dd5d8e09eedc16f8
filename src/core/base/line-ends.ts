/** The line end of a text's first line; LF if it has only one line. */
export function lineEndOf(text: string): string {
  return /\r\n|\r|\n/.exec(text)?.[0] ?? '\n';
}

/** The lines of a text, without their ends. */
export function linesOf(text: string): string[] {
  return text.split(/\r\n|\r|\n/);
}
