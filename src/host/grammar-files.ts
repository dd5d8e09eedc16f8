import { readFileSync } from 'node:fs';
import type { GrammarSource } from '../core/syntax/grammars.js';

/** Where the build puts the grammars: `dist/grammars`, beside `dist/host`. */
const FOLDER = new URL('../grammars/', import.meta.url);

/** Grammars as they are shipped with the program. */
export const GRAMMAR_FILES: GrammarSource = {
  engine: () => readFileSync(new URL('web-tree-sitter.wasm', FOLDER)),
  grammar: (id) => readFileSync(new URL(`${id}.wasm`, FOLDER)),
};
