import { readFileSync } from 'node:fs';
import { Grammars } from '../core/syntax/grammars.js';

/** Where the build puts the grammars: `dist/grammars`, beside `dist/host`. */
const FOLDER = new URL('../grammars/', import.meta.url);

/** The grammars that come with the program. Each is loaded once: the engine never frees their memory. */
export const SHIPPED_GRAMMARS = new Grammars({
  engine: () => readFileSync(new URL('web-tree-sitter.wasm', FOLDER)),
  grammar: (id) => readFileSync(new URL(`${id}.wasm`, FOLDER)),
});
