import { readFileSync } from 'node:fs';
import { KNOWN_LANGUAGES } from '../../src/core/languages/languages.js';
import { Grammars, type GrammarSource } from '../../src/core/syntax/grammars.js';
import type { Dictionary } from '../../src/core/syntax/spelling.js';

const folder = new URL('../../dist/grammars/', import.meta.url);

/** Grammars as the build has laid them out. */
export function builtGrammars(): Grammars {
  return new Grammars(builtGrammarFiles(), KNOWN_LANGUAGES);
}

/** The files of them. */
export function builtGrammarFiles(): GrammarSource {
  return {
    engine: () => readFileSync(new URL('web-tree-sitter.wasm', folder)),
    grammar: (id) => readFileSync(new URL(`${id}.wasm`, folder)),
  };
}

/** The dictionary as the build has laid it out. */
export function builtDictionary(): Dictionary {
  const words = new URL('../../dist/dictionaries/', import.meta.url);
  return {
    words: readFileSync(new URL('english-words.txt', words), 'latin1'),
    names: readFileSync(new URL('english-names.txt', words), 'latin1'),
  };
}
