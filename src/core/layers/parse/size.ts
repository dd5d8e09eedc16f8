const UNITS: Readonly<Record<string, number>> = { B: 1, KiB: 1024, MiB: 1024 ** 2, GiB: 1024 ** 3 };

/** Reads a size such as `2 MiB` (IEC 80000-13 units) or a plain number of bytes; null if the text is neither. */
export function parseSize(text: string): number | null {
  const [, amount, unit] = /^(\d+(?:\.\d+)?)\s*(B|KiB|MiB|GiB)?$/.exec(text.trim()) ?? [];
  if (amount === undefined) return null;
  const bytes = Math.floor(Number(amount) * (UNITS[unit ?? 'B'] ?? 1));
  return Number.isSafeInteger(bytes) ? bytes : null;
}

/**
 * Reads a duration such as `10 s`, or a plain number of seconds, up to an hour; null if the text is neither.
 * @returns milliseconds.
 */
export function parseDuration(text: string): number | null {
  const [, amount] = /^(\d{1,4}(?:\.\d+)?)\s*s?$/.exec(text.trim()) ?? [];
  const seconds = Number(amount ?? 0);
  return seconds > 0 && seconds <= 3600 ? seconds * 1000 : null;
}
