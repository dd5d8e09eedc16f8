import type { LanguageRules } from '../catalog/language-rules.js';
import { CSHARP_RULES } from './csharp/rules.js';
import type { DescribedGrammar } from './described.js';
import { KOTLIN_RULES } from './kotlin/rules.js';
import { RUBY_RULES } from './ruby/rules.js';
import { RUST_RULES } from './rust/rules.js';

/** What the rules of the catalog find in the languages that have a folder of their own. */
export const LANGUAGE_RULES: Readonly<Record<DescribedGrammar, LanguageRules>> = { csharp: CSHARP_RULES, kotlin: KOTLIN_RULES, ruby: RUBY_RULES, rust: RUST_RULES };
