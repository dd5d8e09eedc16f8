import type { LanguageRules } from '../../finders/language-rules.js';
import { DEAD_RULES } from './rules/dead.js';
import { DOCS_RULES } from './rules/docs.js';
import { IDIOM_RULES } from './rules/idiom.js';
import { IMPORTS_RULES } from './rules/imports.js';
import { NAMES_RULES } from './rules/names.js';
import { SAFETY_RULES } from './rules/safety.js';
import { SIZE_RULES } from './rules/size.js';
import { SLIPS_RULES } from './rules/slips.js';
import { TEXT_RULES } from './rules/text.js';

/** The rules of the catalog that know C#. */
export const CSHARP_RULES: LanguageRules = {
  ...DEAD_RULES,
  ...DOCS_RULES,
  ...IDIOM_RULES,
  ...IMPORTS_RULES,
  ...NAMES_RULES,
  ...SAFETY_RULES,
  ...SIZE_RULES,
  ...SLIPS_RULES,
  ...TEXT_RULES,
};
