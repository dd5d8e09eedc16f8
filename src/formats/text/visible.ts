/**
 * Makes control characters visible, so that no file name or text can drive the terminal: C0 and C1 (ECMA-48),
 * line and paragraph separators, and marks that change the text direction (Unicode UAX #9, section 2).
 */
export function visible(text: string): string {
  return UNSAFE.test(text) ? text.replaceAll(EACH_UNSAFE, escape) : text;
}

const UNSAFE = /[\u0000-\u001f\u007f-\u009f\u061c\u200e\u200f\u2028-\u202e\u2066-\u2069\ufeff]/;
const EACH_UNSAFE = new RegExp(UNSAFE, 'g');

/** A JSON text (RFC 8259, section 7) in which these characters are escaped too: they can only stand in strings. */
export function visibleJson(json: string): string {
  return json.replaceAll(EACH_UNSAFE_IN_JSON, (character) => `\\u${character.charCodeAt(0).toString(16).padStart(4, '0')}`);
}

/** All of {@link UNSAFE} but what lays out the document. */
const EACH_UNSAFE_IN_JSON = /[\u0000-\u0009\u000b-\u001f\u007f-\u009f\u061c\u200e\u200f\u2028-\u202e\u2066-\u2069\ufeff]/g;

function escape(character: string): string {
  const code = character.charCodeAt(0);
  const named = NAMED[character];
  if (named !== undefined) return named;
  return code < 0x100 ? `\\x${code.toString(16).padStart(2, '0')}` : `\\u${code.toString(16).padStart(4, '0')}`;
}

const NAMED: Readonly<Record<string, string>> = { '\n': '\\n', '\r': '\\r', '\t': '\\t' };
