import { readFileSync } from 'node:fs';
import { Grammars, type GrammarSource } from '../../src/core/syntax/grammars.js';

const folder = new URL('../../dist/grammars/', import.meta.url);

/** Grammars as the build has laid them out. */
export function builtGrammars(): Grammars {
  return new Grammars(builtGrammarFiles());
}

/** The files of them. */
export function builtGrammarFiles(): GrammarSource {
  return {
    engine: () => readFileSync(new URL('web-tree-sitter.wasm', folder)),
    grammar: (id) => readFileSync(new URL(`${id}.wasm`, folder)),
  };
}

/** The dictionary as the build has laid it out. */
export function builtDictionary(): { readonly aff: Uint8Array; readonly dic: Uint8Array } {
  const words = new URL('../../dist/dictionaries/', import.meta.url);
  return { aff: readFileSync(new URL('english.aff', words)), dic: readFileSync(new URL('english.dic', words)) };
}
