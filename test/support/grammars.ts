import { readFileSync } from 'node:fs';
import { Grammars } from '../../src/core/inspect/grammars.js';

const folder = new URL('../../dist/grammars/', import.meta.url);

/** Grammars as the build has laid them out. */
export function builtGrammars(): Grammars {
  return new Grammars({
    engine: () => readFileSync(new URL('web-tree-sitter.wasm', folder)),
    grammar: (id) => readFileSync(new URL(`${id}.wasm`, folder)),
  });
}
