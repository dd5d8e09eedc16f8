/**
 * Makes characters visible that drive a terminal or cannot be seen, so that no file name or text passes for another: control
 * characters (ECMA-48), line and paragraph separators, marks that change the text direction (Unicode UAX #9, section 2), and what
 * has no width (Unicode, property Default_Ignorable_Code_Point). What joins the letters of a script that needs it, or the parts
 * of an emoji, stays.
 */
export function visible(text: string): string {
  return UNSAFE.test(text) ? text.replaceAll(EACH_UNSAFE, escape) : text;
}

/** Any of them, and some that only may be. */
// elvar waive text/line-width because a pattern is one literal
const UNSAFE = /[\u0000-\u001f\u007f-\u009f\u00ad\u034f\u061c\u115f\u1160\u17b4\u17b5\u180b-\u180f\u200b-\u200f\u2028-\u202e\u2060-\u206f\u3164\ufe00-\ufe0f\ufeff\uffa0\ufff9-\ufffb\udb40]/;

/**
 * Joiners and variation selectors are no part of the first class: they may belong where they are. Beyond the first 65,536: tags
 * and more selectors.
 */
const EACH_UNSAFE = new RegExp([
  // elvar waive text/line-width because a pattern is one literal
  /[\u0000-\u001f\u007f-\u009f\u00ad\u034f\u061c\u115f\u1160\u17b4\u17b5\u180b-\u180f\u200b\u200e\u200f\u2028-\u202e\u2060-\u206f\u3164\ufe00-\ufe0d\ufeff\uffa0\ufff9-\ufffb\u{e0000}-\u{e0fff}]/u,
  /(?<![\p{Extended_Pictographic}\u{1f3fb}-\u{1f3ff}\u0600-\u1cff\ufe0f])[\u200c\u200d]/u,
  /(?<!\p{Extended_Pictographic})[\ufe0e\ufe0f](?!\u20e3)/u,
].map(({ source }) => source).join('|'), 'gu');

/**
 * A JSON text (RFC 8259, section 7) in which these characters are escaped too: they can only stand in strings, and nothing is
 * lost.
 */
export function visibleJson(json: string): string {
  return json.replaceAll(EACH_UNSAFE_IN_JSON, (character) => `\\u${character.charCodeAt(0).toString(16).padStart(4, '0')}`);
}

/** All of {@link UNSAFE} but what lays out the document, and the second halves of the tags. */
const EACH_UNSAFE_IN_JSON =
  // elvar waive text/line-width because a pattern is one literal
  /[\u0000-\u0009\u000b-\u001f\u007f-\u009f\u00ad\u034f\u061c\u115f\u1160\u17b4\u17b5\u180b-\u180f\u200b-\u200f\u2028-\u202e\u2060-\u206f\u3164\ufe00-\ufe0f\ufeff\uffa0\ufff9-\ufffb]|\udb40|(?<=\udb40)[\udc00-\udfff]/g;

function escape(character: string): string {
  const code = character.codePointAt(0) as number;
  const named = NAMED[character];
  if (named !== undefined) return named;
  if (code > 0xffff) return `\\u{${code.toString(16)}}`;
  return code < 0x100 ? `\\x${code.toString(16).padStart(2, '0')}` : `\\u${code.toString(16).padStart(4, '0')}`;
}

const NAMED: Readonly<Record<string, string>> = { '\n': '\\n', '\r': '\\r', '\t': '\\t' };
