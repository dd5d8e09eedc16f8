import type { Misreading } from '../../syntax/misreading.js';

export const RUBY_MISREADINGS: readonly Misreading[] = [
  // Symbols of operators and of variables with special names: Ruby documentation, "Literals", "Symbol Literals".
  { found: /(?<=[\s,([])(?::\$[^\w\s]|:[^\x00-\x7F]+)/gu, instead: (symbol) => `:${'s'.repeat(symbol.length - 1)}` },
];
