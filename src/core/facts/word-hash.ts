/**
 * A word as a number of 32 bits (FNV-1a): a project has millions of words, and most are compared with a few names only. Two words
 * that share a number make each other look used, which keeps a rule silent.
 * @param start the first UTF-16 unit.
 * @param end exclusive.
 * @param foldsCase whether capital letters of ASCII count as small ones.
 */
export function hashOf(text: string, start = 0, end = text.length, foldsCase = false): number {
  let hash = 0x811c9dc5;
  for (let at = start; at < end; at += 1) {
    let unit = text.charCodeAt(at);
    if (foldsCase && unit >= 65 && unit <= 90) unit += 32;
    hash = Math.imul(hash ^ unit, 0x01000193);
  }
  return hash | 0;
}

/** Whether a UTF-16 unit can be part of a name: letters, digits, `_`, `$`, and everything beyond ASCII. */
function isWordUnit(unit: number): boolean {
  return (unit >= 97 && unit <= 122)
    || (unit >= 65 && unit <= 90) || (unit >= 48 && unit <= 57) || unit === 95 || unit === 36 || unit >= 128;
}

/** What is longer is no name. */
const LONGEST = 100;

/** Visits the words in a stretch of text, with the place where each begins and ends (exclusive). Numbers are none. */
export function eachWord(text: string, start: number, end: number, visit: (start: number, end: number) => void): void {
  for (let at = start; at < end;) {
    const unit = text.charCodeAt(at);
    if (!isWordUnit(unit)) {
      at += 1;
      continue;
    }
    const from = at;
    while (at < end && isWordUnit(text.charCodeAt(at))) at += 1;
    const isNumber = unit >= 48 && unit <= 57;
    if (!isNumber && at - from <= LONGEST) visit(from, at);
  }
}
