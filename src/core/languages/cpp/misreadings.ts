import { blanks, type Misreading } from '../../syntax/misreading.js';

/** What the grammar of C and C++ takes for errors. */
export const CPP_MISREADINGS: readonly Misreading[] = [
  { found: /(?<=\bnew\s{1,99})const\b/g, instead: blanks },
  // A type parameter without a name that has a default: [temp.param] in the standard.
  { found: /(?<=>\s{0,99})\*(?=\s*=\s*(?:nullptr|0)\b)/g, instead: () => 'p' },
];
