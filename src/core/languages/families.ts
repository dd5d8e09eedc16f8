import type { LanguageFamily } from '../base/language.js';

/** JavaScript, TypeScript, and what contains them. */
export const SCRIPT_FAMILY: LanguageFamily = { id: 'script', foldsCase: false };

/** C and C++. */
export const C_FAMILY: LanguageFamily = { id: 'c', foldsCase: false };

/** The languages of the Java Virtual Machine. */
export const JAVA_FAMILY: LanguageFamily = { id: 'java', foldsCase: false };

/**
 * A language that shares its names with no other.
 * @param foldsCase whether names that differ only in capital letters are the same.
 */
export function ownFamily(id: string, foldsCase = false): LanguageFamily {
  return { id, foldsCase };
}
