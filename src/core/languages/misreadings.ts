import { CSHARP_MISREADINGS } from './csharp/misreadings.js';
import type { DescribedGrammar } from './described.js';
import { KOTLIN_MISREADINGS } from './kotlin/misreadings.js';
import type { Misreading } from './misreading.js';
import { RUBY_MISREADINGS } from './ruby/misreadings.js';
import { RUST_MISREADINGS } from './rust/misreadings.js';

/** What the grammars of the languages with a folder of their own are known to misread. */
export const LANGUAGE_MISREADINGS: Readonly<Record<DescribedGrammar, readonly Misreading[]>> = {
  csharp: CSHARP_MISREADINGS, kotlin: KOTLIN_MISREADINGS, ruby: RUBY_MISREADINGS, rust: RUST_MISREADINGS,
};
