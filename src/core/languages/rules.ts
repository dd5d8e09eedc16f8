import type { LanguageRules } from '../catalog/language-rules.js';
import { CSHARP_RULES } from './csharp/rules.js';
import type { DescribedLanguage } from './described.js';
import { KOTLIN_RULES } from './kotlin/rules.js';
import { RUBY_RULES } from './ruby/rules.js';
import { RUST_RULES } from './rust/rules.js';
import { SQL_RULES } from './sql/rules.js';

/** What the rules of the catalog find in the languages that have a folder of their own. */
export const LANGUAGE_RULES: Readonly<Record<DescribedLanguage, LanguageRules>> = { csharp: CSHARP_RULES, kotlin: KOTLIN_RULES, ruby: RUBY_RULES, rust: RUST_RULES, sql: SQL_RULES };
