import type { LanguageSyntax } from '../syntax/language-syntax.js';
import { CSHARP_SYNTAX } from './csharp/syntax.js';
import type { DescribedGrammar } from './described.js';
import { KOTLIN_SYNTAX } from './kotlin/syntax.js';
import { RUBY_SYNTAX } from './ruby/syntax.js';
import { RUST_SYNTAX } from './rust/syntax.js';

const SYNTAXES: Readonly<Record<DescribedGrammar, LanguageSyntax>> = { csharp: CSHARP_SYNTAX, kotlin: KOTLIN_SYNTAX, ruby: RUBY_SYNTAX, rust: RUST_SYNTAX };

/** What the folder of a language says of its syntax; null for a grammar whose language has none. */
export function syntaxOf(grammar: string): LanguageSyntax | null {
  return Object.hasOwn(SYNTAXES, grammar) ? SYNTAXES[grammar as DescribedGrammar] : null;
}
