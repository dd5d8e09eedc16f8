import type { LanguageRules } from '../../finders/language-rules.js';
import { LOCALE_RULES } from './rules/locale.js';
import { NAMES_RULES } from './rules/names.js';
import { SAFETY_RULES } from './rules/safety.js';
import { SLIPS_RULES } from './rules/slips.js';
import { TEXT_RULES } from './rules/text.js';

/** The rules that find here by themselves or as they do elsewhere; those about this language alone are in the catalog. */
export const CSS_RULES: LanguageRules = {
  ...LOCALE_RULES,
  ...NAMES_RULES,
  ...SAFETY_RULES,
  ...SLIPS_RULES,
  ...TEXT_RULES,
};
