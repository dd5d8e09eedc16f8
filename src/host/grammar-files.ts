import { readFileSync } from 'node:fs';
import { Grammars } from '../core/syntax/grammars.js';

/** Where the build puts the grammars: `dist/grammars`, beside `dist/host`. */
const FOLDER = new URL('../grammars/', import.meta.url);

/** Grammars as they are shipped with the program. They are loaded once: the engine never gives their memory back. */
export const SHIPPED_GRAMMARS = new Grammars({
  engine: () => readFileSync(new URL('web-tree-sitter.wasm', FOLDER)),
  grammar: (id) => readFileSync(new URL(`${id}.wasm`, FOLDER)),
});
