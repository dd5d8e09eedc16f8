import type { LanguageId } from '../base/language.js';
import { DESCRIBED } from '../languages/described.js';

/** Languages that use each other's names: a name in one of them is no use of a name in another. */
export const FAMILIES = ['script', 'python', 'php', 'java', 'c', 'go', 'shell', 'csharp', 'ruby', 'rust'] as const;

/** One of {@link FAMILIES}. */
export type Family = (typeof FAMILIES)[number];

const FAMILY_OF: Readonly<Record<LanguageId, Family>> = {
  javascript: 'script', typescript: 'script', component: 'script', html: 'script', python: 'python', php: 'php', java: 'java', c: 'c', cpp: 'c', go: 'go', shell: 'shell',
  ...Object.fromEntries(DESCRIBED.flatMap(({ id, family }) => (family === null ? [] : [[id, family]]))),
};

/** The family of a language; null for one in which nothing is declared that others could use. */
export function familyOf(language: LanguageId): Family | null {
  return Object.hasOwn(FAMILY_OF, language) ? FAMILY_OF[language] as Family : null;
}

/** Whether names that differ only in capital letters are the same: PHP Manual, "Functions" and "Classes". */
export function foldsCase(family: Family | null): boolean {
  return family === 'php';
}
