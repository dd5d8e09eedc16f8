import { readFileSync } from 'node:fs';
import type { DictionaryFiles } from '../../core/syntax/spelling.js';
import { PACKAGE_FOLDER } from '../package-folder.js';

/** Where the build puts the dictionary. */
const FOLDER = new URL('dist/dictionaries/', PACKAGE_FOLDER);

/** The English dictionary that comes with the program. */
export function dictionaryFiles(): DictionaryFiles {
  return { aff: readFileSync(new URL('english.aff', FOLDER)), dic: readFileSync(new URL('english.dic', FOLDER)) };
}
