import { readFileSync } from 'node:fs';
import type { DictionaryFiles } from '../core/syntax/spelling.js';

/** Where the build puts the dictionary: `dist/dictionaries`, next to `dist/host`. */
const FOLDER = new URL('../dictionaries/', import.meta.url);

/** The English dictionary that comes with the program. */
export function dictionaryFiles(): DictionaryFiles {
  return { aff: readFileSync(new URL('english.aff', FOLDER)), dic: readFileSync(new URL('english.dic', FOLDER)) };
}
