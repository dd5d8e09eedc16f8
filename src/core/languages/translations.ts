import { CSHARP_TRANSLATION } from './csharp/translation.js';
import type { DescribedGrammar } from './described.js';
import { KOTLIN_TRANSLATION } from './kotlin/translation.js';
import { RUBY_TRANSLATION } from './ruby/translation.js';
import { RUST_TRANSLATION } from './rust/translation.js';
import type { Translation } from './translation.js';

const TRANSLATIONS: Readonly<Record<DescribedGrammar, Translation>> = {
  csharp: CSHARP_TRANSLATION, kotlin: KOTLIN_TRANSLATION, ruby: RUBY_TRANSLATION, rust: RUST_TRANSLATION,
};

/** How the terms of a grammar are said in Elvar's; null where they are Elvar's own. */
export function translationOf(grammar: string): Translation | null {
  return Object.hasOwn(TRANSLATIONS, grammar) ? TRANSLATIONS[grammar as DescribedGrammar] : null;
}
