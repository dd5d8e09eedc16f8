import * as z from 'zod';
import { defineRule, type Hit } from '../../model/rule.js';
import { writtenBy, type Writing } from '../../syntax/readable.js';
import type { Source } from '../../syntax/source.js';
import { wordsOf } from '../../syntax/words.js';
import { bad, good } from '../examples.js';
import { list, option, toggle, whole } from '../options.js';
import { isTradeWord } from '../trade-words.js';

interface Options {
  readonly known: readonly string[];
  readonly dictionaries: readonly string[];
  readonly shortest: number;
  readonly every: boolean;
}

export default defineRule({
  id: 'words/spelling',
  title: 'Words are spelled correctly',
  about: 'Everyone who uses a misspelled name has to misspell it too, and a search for the right spelling misses it.',
  advice: 'Correct it wherever it is used. If the word is right, accept it: elvar accept WORD.',
  tags: ['spelling', 'readability'],
  confidence: 'possible',
  options: {
    known: list([], 'fewer', 'words of your own, in lower case'),
    dictionaries: option(() => z.array(z.enum(['english', 'trade'])), { default: ['english', 'trade'], stricter: 'fewer', about: 'built-in word lists: english, trade (programming terms)' }),
    shortest: whole(5, 2, 40, 'lower', 'letters of the shortest word that is checked'),
    every: toggle(false, 'true', 'report unknown words even if no dictionary word resembles them'),
  },
  find: { everywhere: { by: 'text', find: findMisspelt } },
  examples: [
    good('javascript', "// The berth is free.\nconst lowTide = 'quay'; // see getDataById, i18n\n"),
    bad('javascript', '// The bearth is free.\nconst lowHarbuor = 1;\nsail(lowHarbuor);\n', '1:8 2:10'),
    good('python', '# zorgblatt\n', { options: { known: ['zorgblatt'], every: true } }),
    bad('python', '# zorgblatt\n', '1:3', { options: { every: true } }),
    bad('python', "quay = 'recieve it'\n", '1:9'),
    bad('markdown', 'The harbur office.\n', '1:5'),
  ],
});

/** A word that occurs more often than this in a file is a term; hardly anybody misspells a word the same way so often. */
const MOST_TIMES = 3;

/** Short words resemble each other: an unknown one is more often a name than a typo. */
const LONG_ENOUGH = 6;

/** Parts of names are often abbreviations. */
const LONG_NAME_PART = 7;

/** Prefixes that make new words. */
const PREFIX = /^(?:un|re|de|pre|sub|non|multi|inter|auto|over|under|mis|co|anti|semi|super|meta|micro|mini|hyper)(?=\w{4})/;

/** Each misspelt word is reported once per file, at its first place. */
function findMisspelt(source: Source, { known, dictionaries, shortest, every }: Options): Hit[] {
  const own = new Set(known.map((word) => word.toLowerCase()));
  const hits = new Map<string, { hit: Hit; word: string; count: number }>();
  for (const { start, text, kind } of every ? writtenBy(source) : withoutForeign(source, dictionaries)) {
    const isName = kind === 'name';
    for (const { text: word, offset } of wordsOf(text)) {
      if (word.length < shortest || /^\p{Lu}+$/u.test(word)) continue;
      if (!every && !isName && isOwnName(word, offset, text)) continue;
      const small = word.toLowerCase();
      if (!every && (isName ? word.length < LONG_NAME_PART || hasShortAddition(small, dictionaries, source) : /['’](?!s$)/.test(word))) continue;
      const before = hits.get(small);
      if (before !== undefined) {
        before.count += 1;
        continue;
      }
      if (own.has(small) || isKnown(small, dictionaries, source)) continue;
      hits.set(small, { hit: { start: start + offset, end: start + offset + word.length, message: '' }, word, count: 1 });
    }
  }
  return [...hits.values()].flatMap(({ hit, word, count }): Hit[] => {
    if (!every && (count > MOST_TIMES || word.length < LONG_ENOUGH)) return [];
    const near = source.spelling?.nearTo(word.toLowerCase().replace(/['’]s$/, '')) ?? null;
    if (!every && (near === null || isMade(word.toLowerCase(), dictionaries, source))) return [];
    const times = count > 1 ? ` (${count} times in this file)` : '';
    return [{ ...hit, message: `${word} is not in any dictionary${near === null ? '' : `, but ${near} is`}${times}` }];
  });
}

/** Whether a part of a name is a known word with a few letters before or after it: people abbreviate freely in names. */
function hasShortAddition(word: string, dictionaries: readonly string[], source: Source): boolean {
  for (let letters = 1; letters <= 3 && word.length - letters >= SHORTEST_STEM; letters += 1) {
    if (isKnown(word.slice(letters), dictionaries, source, false) || isKnown(word.slice(0, -letters), dictionaries, source, false)) return true;
  }
  return false;
}

/** A capital in the middle of a sentence starts a proper name, and so does one before a number or another capital. */
function isOwnName(word: string, offset: number, text: string): boolean {
  if (!/^\p{Lu}/u.test(word)) return false;
  return /[\p{L},;]\s+$/u.test(text.slice(Math.max(0, offset - 12), offset)) || /^\s+[\d\p{Lu}]/u.test(text.slice(offset + word.length, offset + word.length + 8));
}

/** Suffixes that make new words. */
const ENDINGS = ['er', 'or', 'ers', 'ors', 'r', 'rs', 'ed', 'd', 'ing', 'ly', 'ally', 'ness', 'able', 'ible', 'ably', 'ibly', 'ment', 'ments', 'es', 's', 'ize', 'izes', 'ized', 'izing', 'ization', 'ic', 'ist', 'ism', 'ish'];

/** Whether a word is a known one with a suffix: a dictionary does not list them all. */
function isMade(word: string, dictionaries: readonly string[], source: Source): boolean {
  const fitting = ENDINGS.filter((ending) => word.endsWith(ending) && word.length - ending.length >= SHORTEST_STEM);
  return fitting.length > 0 && fitting.every((ending) => !isDoubled(word, ending, dictionaries, source)) && fitting.some((ending) => {
    const stem = word.slice(0, -ending.length);
    const stems = [stem, ...(/^[aeiouy]/.test(ending) ? [/([a-z])\1$/.test(stem) ? stem.slice(0, -1) : `${stem}e`] : []), ...(stem.endsWith('i') ? [`${stem.slice(0, -1)}y`] : [])];
    return stems.some((candidate) => candidate.length >= SHORTEST_STEM && isKnown(candidate, dictionaries, source, false));
  });
}

/** Whether the dictionary has the word with a letter doubled before the suffix, as in occurred: then a letter is missing. */
function isDoubled(word: string, ending: string, dictionaries: readonly string[], source: Source): boolean {
  const stem = word.slice(0, -ending.length);
  return isKnown(stem + stem.slice(-1) + ending, dictionaries, source, false);
}

const SHORTEST_STEM = 4;

/** If this share of the distinct words in a file's strings is unknown, they are in another language. */
const FOREIGN_SHARE = 0.15;
const FOREIGN_WORDS = 5;

/** The prose of a file, without its strings if these are not in English. */
function withoutForeign(source: Source, dictionaries: readonly string[]): readonly Writing[] {
  const all = writtenBy(source);
  const words = new Set(all.filter(({ kind }) => kind === 'text').flatMap(({ text }) => wordsOf(text).map((word) => word.text.toLowerCase())));
  const unknown = [...words].filter((word) => word.length > 3 && !isKnown(word, dictionaries, source)).length;
  const other = [...words].filter((word) => !/^[a-z'’]+$/.test(word)).length;
  return unknown + other >= FOREIGN_WORDS && unknown + other > words.size * FOREIGN_SHARE ? all.filter(({ kind }) => kind !== 'text') : all;
}

/** @param joined whether two known words written as one count as known. */
function isKnown(word: string, dictionaries: readonly string[], { spelling }: Source, joined = true): boolean {
  // A word in another script belongs to another language.
  if (!/^[a-z'’]+$/.test(word)) return true;
  const plain = word.replaceAll('’', "'").replace(/'s$/, '');
  const knows = (part: string): boolean => (dictionaries.includes('trade') && (isTradeWord(part) || (part.endsWith('s') && isTradeWord(part.slice(0, -1)))))
    || (dictionaries.includes('english') && (spelling?.knows(part) ?? true));
  if (knows(plain) || knows(plain.replace(PREFIX, '')) || knows(american(plain))) return true;
  // Names are often two words written as one.
  for (let joint = 3; joined && joint <= plain.length - 3; joint += 1) if (knows(plain.slice(0, joint)) && knows(plain.slice(joint))) return true;
  return false;
}

/** The American spelling of a British word: both are right. */
function american(word: string): string {
  return word.replace(/our(?=s|ed|ing|al|able|ful|ite|$)/, 'or').replace(/is(?=e[drs]?$|ing$|ation)/, 'iz').replace(/ys(?=e[drs]?$|ing$)/, 'yz')
    .replace(/tre(?=s?$)/, 'ter').replace(/ll(?=ed$|ing$|er$)/, 'l').replace(/ogue(?=s?$)/, 'og').replace(/ence(?=s?$)/, 'ense');
}
