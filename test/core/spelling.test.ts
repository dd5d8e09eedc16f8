import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { Spelling } from '../../src/core/syntax/spelling.js';
import { WordList } from '../../src/core/syntax/word-list.js';
import { builtDictionary } from '../support/grammars.js';

/** What the package says that the lists are made with. */
interface Checker {
  readonly data: Readonly<Record<string, unknown>>;
  correct(word: string): boolean;
}

const nspell = createRequire(import.meta.url)('nspell') as (aff: Uint8Array, dic: Uint8Array) => Checker;
const folder = new URL('../../node_modules/dictionary-en/', import.meta.url);
const checker = nspell(readFileSync(new URL('index.aff', folder)), readFileSync(new URL('index.dic', folder)));
const entries = Object.keys(checker.data).map((word) => word.toLowerCase()).filter((word) => /^[a-z']+$/.test(word));

const withCapital = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1);
const letters = fc.string({ unit: fc.constantFrom(..."abcdefghijklmnopqrstuvwxyz'"), maxLength: 6 });
const entry = fc.nat({ max: entries.length - 1 }).map((at) => entries[at] as string);
const word = fc.oneof(letters, entry, fc.tuple(entry, letters).map(([own, more]) => own + more));

test('a word is known if the dictionary has it', () => {
  const spelling = new Spelling(builtDictionary);
  expect(
    entries.filter((own) => spelling.knows(own) !== (checker.correct(own) || checker.correct(withCapital(own)))),
  ).toEqual([]);
  fc.assert(fc.property(word, (own) => {
    expect(spelling.knows(own)).toBe(checker.correct(own) || checker.correct(withCapital(own)));
  }));
});

test('what is near a word is a word in lower case', () => {
  const spelling = new Spelling(builtDictionary);
  fc.assert(fc.property(word, (own) => {
    const near = spelling.nearTo(own);
    if (near !== null) expect(checker.correct(near)).toBe(true);
  }));
  expect(spelling.nearTo('moorng')).toBe('mooring');
});

test('a word list holds its lines and nothing else', () => {
  fc.assert(fc.property(fc.uniqueArray(letters.filter((own) => own !== '')), letters, (words, other) => {
    const list = new WordList(words.toSorted().join('\n'));
    for (const own of words) expect(list.has(own)).toBe(true);
    expect(list.has(other)).toBe(words.includes(other));
  }));
});
