import { isUtf8 } from 'node:buffer';
import { readFileSync } from 'node:fs';

/** The text of a file, or why it cannot be read. */
export type TextReading = { readonly text: string } | { readonly failed: 'not-utf8' } | { readonly failed: 'system'; readonly error: unknown };

/** Reads a small text file as UTF-8. A byte-order mark stays. */
export function readTextFile(file: string): TextReading {
  try {
    const bytes = readFileSync(file);
    return isUtf8(bytes) ? { text: bytes.toString('utf8') } : { failed: 'not-utf8' };
  } catch (error) {
    return { failed: 'system', error };
  }
}
