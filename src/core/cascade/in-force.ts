import type { Catalog } from '../catalog/catalog.js';
import type { LanguageId } from '../base/language.js';
import type { Decision } from '../model/statement.js';
import { knowsLanguage } from '../catalog/rule-languages.js';

/** Whether a rule is in force for a file: its level is not off and it knows the file's language. */
export function isInForce({ rule, level }: Decision, language: LanguageId | null, catalog: Catalog): boolean {
  const known = catalog.get(rule);
  return level !== 'off' && language !== null && known !== undefined && knowsLanguage(known, language);
}
