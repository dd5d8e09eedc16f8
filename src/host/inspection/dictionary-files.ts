import { readFileSync } from 'node:fs';
import { Spelling, type Dictionary } from '../../core/syntax/spelling.js';
import { PACKAGE_FOLDER } from '../package-folder.js';

/** Where the build puts the dictionary. */
const FOLDER = new URL('dist/dictionaries/', PACKAGE_FOLDER);

/** The English dictionary that comes with the program. It is read once, and what it was asked is kept. */
export const ENGLISH = new Spelling(englishDictionary);

function englishDictionary(): Dictionary {
  // All of it is ASCII, of which Latin-1 is read fastest.
  return {
    words: readFileSync(new URL('english-words.txt', FOLDER), 'latin1'),
    names: readFileSync(new URL('english-names.txt', FOLDER), 'latin1'),
  };
}
