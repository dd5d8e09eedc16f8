/** What ends a plain scalar in YAML, or the line it is on. */
const SPECIAL = /[\0-\x1f\x7f-\x9f\u2028\u2029\uFEFF]/;

/** Words that are not plain strings in the core schema of YAML 1.2 (section 10.3), or were not in YAML 1.1. */
const WORDS = /^(?:true|false|null|yes|no|on|off|y|n)$/i;

const QUOTED = /^(?:'((?:[^']|'')*)'|"((?:[^"\\]|\\["\\])*)")$/;

/**
 * Whether a text can be a plain scalar as a value in a block mapping: it begins with a letter, and nothing in it ends the scalar
 * (YAML 1.2.2, section 7.3.3).
 */
function isPlain(text: string): boolean {
  return /^[A-Za-z_]/.test(text) && !SPECIAL.test(text) && !/: | #|[: ]$/.test(text) && !WORDS.test(text);
}

/** Dates, and fingerprints that do not look like numbers. */
const DIGITS = /^(?:\d{4}-\d\d-\d\d|(?!\d+(?:e\d+)?$)[0-9a-f]{16})$/;

/** Whether a text can be part of a comment. */
export function isOneLine(text: string): boolean {
  return !SPECIAL.test(text);
}

/** A string as YAML, on one line. */
export function writeScalar(value: string): string {
  if (isPlain(value) || DIGITS.test(value)) return value;
  if (SPECIAL.test(value)) return escaped(value);
  return value.includes("'") ? `"${value.replace(/["\\]/g, '\\$&')}"` : `'${value}'`;
}

/** A string with escapes: those of JSON are valid in YAML (YAML 1.2.2, section 5.7). */
function escaped(value: string): string {
  return JSON.stringify(value)
    .replace(/[\x7f-\x9f\u2028\u2029\uFEFF]/g, (sign) => `\\u${sign.charCodeAt(0).toString(16).padStart(4, '0')}`);
}

/** The string that a simple scalar stands for; null if it takes a full YAML parser to tell. */
export function readScalar(written: string): string | null {
  if (isPlain(written) || DIGITS.test(written)) return written;
  const [, single, double] = SPECIAL.test(written) ? [] : QUOTED.exec(written) ?? [];
  return single?.replaceAll("''", "'") ?? double?.replace(/\\(.)/g, '$1') ?? null;
}
