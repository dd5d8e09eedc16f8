import { readFileSync } from 'node:fs';
import { KNOWN_LANGUAGES } from '../../core/languages/languages.js';
import { Grammars } from '../../core/syntax/grammars.js';
import { PACKAGE_FOLDER } from '../package-folder.js';

/** Where the build puts the grammars. */
const FOLDER = new URL('dist/grammars/', PACKAGE_FOLDER);

/** The grammars that come with the program. Each is loaded once: the engine never frees their memory. */
export const SHIPPED_GRAMMARS = new Grammars({
  engine: () => readFileSync(new URL('web-tree-sitter.wasm', FOLDER)),
  grammar: (id) => readFileSync(new URL(`${id}.wasm`, FOLDER)),
}, KNOWN_LANGUAGES);
