/** Deeper JSON is no document that a program wrote for another: reading it takes time that grows with the square of the depth. */
export const DEEPEST_JSON = 1000;

/** Whether a text, read as JSON (RFC 8259), nests deeper than {@link DEEPEST_JSON}. */
export function isTooDeep(text: string): boolean {
  let depth = 0;
  for (let at = 0; at < text.length; at += 1) {
    const code = text.charCodeAt(at);
    if (code === QUOTE) at = endOfString(text, at);
    else if (code === OPEN_BRACKET || code === OPEN_BRACE) depth += 1;
    else if (code === CLOSE_BRACKET || code === CLOSE_BRACE) depth -= 1;
    if (depth > DEEPEST_JSON) return true;
  }
  return false;
}

/** The place of the quotation mark that ends a string, or the end of the text. */
function endOfString(text: string, start: number): number {
  for (let end = text.indexOf('"', start + 1); end >= 0; end = text.indexOf('"', end + 1)) {
    let escapes = 0;
    while (end - 1 - escapes > start && text.charCodeAt(end - 1 - escapes) === BACKSLASH) escapes += 1;
    if (escapes % 2 === 0) return end;
  }
  return text.length;
}

const [QUOTE, BACKSLASH, OPEN_BRACKET, CLOSE_BRACKET, OPEN_BRACE, CLOSE_BRACE] = [0x22, 0x5c, 0x5b, 0x5d, 0x7b, 0x7d];
