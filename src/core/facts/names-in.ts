/** The words of a piece of code. */
export function wordsOf(code: string): string[] {
  return code.match(/[\p{L}_$][\p{L}\p{N}_$]*/gu) ?? [];
}
