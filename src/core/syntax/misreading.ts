/**
 * A construct that a grammar does not know, and what to parse in its place: text of the same length, which the grammar reads as
 * what is meant.
 */
export interface Misreading {
  readonly found: RegExp;
  readonly instead: (construct: string, ...groups: string[]) => string;
}

/** Blanks in place of a text, line ends aside. */
export const blanks = (text: string): string => text.replace(/[^\r\n]/g, ' ');

/** A name as long as a text. */
export const name = (text: string): string => '_'.repeat(text.length);
