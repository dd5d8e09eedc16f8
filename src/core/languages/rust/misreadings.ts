import { blanks, type Misreading } from '../../syntax/misreading.js';

export const RUST_MISREADINGS: readonly Misreading[] = [
  // Before it was a word of the language, in 2018, it was the name of a macro.
  { found: /\btry(?=!\s*[([{])/g, instead: () => 'tri' },
  // Macros take any token: The Rust Reference, "Punctuation".
  { found: /~/g, instead: () => '-' },
  // The Rust Reference, "Trait and lifetime bounds": the last one may be followed by a plus.
  { found: /\+(?=\s*(?:\/\/[^\n]{0,500}\n\s*)*[{,;=])/g, instead: blanks },
];
