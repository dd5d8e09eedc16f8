import * as z from 'zod';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { writtenBy, type Writing } from '../../syntax/readable.js';
import type { Source } from '../../syntax/source.js';
import { wordsOf } from '../../syntax/words.js';
import { bad, good } from '../../finders/examples.js';
import { list, option, toggle, whole } from '../../finders/options.js';
import { Lexicon, SHORTEST_STEM } from '../../finders/lexicon.js';

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
    dictionaries: option(
      () => z.array(z.enum(['english', 'trade'])),
      { default: ['english', 'trade'], stricter: 'fewer', about: 'built-in word lists: english, trade (programming terms)' },
    ),
    shortest: whole(5, 2, 40, 'lower', 'letters of the shortest word that is checked'),
    every: toggle(false, 'true', 'report unknown words even if no dictionary word resembles them'),
  },
  find: { everywhere: { by: 'text', find: findMisspelt } },
  examples: [
    good('javascript', "// The berth is free.\nconst lowTide = 'quay'; // see getDataById, i18n\n"),
    bad('javascript', '// The bearth is free.\nconst lowHarbuor = 1;\nsail(lowHarbuor);\n', [
      '1:8-14 bearth is not in any dictionary, but berth is', '2:10-17 Harbuor is not in any dictionary, but harbor is',
    ]),
    good('python', '# zorgblatt\n', { options: { known: ['zorgblatt'], every: true } }),
    bad('python', '# zorgblatt\n', '1:3-12 zorgblatt is not in any dictionary', { options: { every: true } }),
    bad('javascript', '// Retuns the colum of the table.\nsail();\n', [
      '1:4 Retuns is not in any dictionary, but returns is', '1:15 colum is not in any dictionary, but column is',
    ]),
    bad('python', "quay = 'recieve it'\n", '1:9 recieve is not in any dictionary, but receive is'),
    bad('markdown', 'The harbur office.\n', '1:5-11 harbur is not in any dictionary, but harbor is'),
  ],
});

/** A word that occurs more often than this in a file is a term; hardly anybody misspells a word the same way so often. */
const MOST_TIMES = 3;

/** Short words resemble each other: an unknown one is more often a name than a typo. */
const LONG_ENOUGH = 6;

/** The longest words of English dictionaries are shorter. */
const LONGEST = 45;

/** Parts of names are often abbreviations. */
const LONG_NAME_PART = 7;

/** A word that may be misspelt, at its first place in a file. */
interface Suspect {
  readonly start: number;
  readonly word: string;
  /** How often it occurs in the file. */
  count: number;
}

/** Each misspelt word is reported once per file, at its first place. */
function findMisspelt(source: Source, options: Options): Hit[] {
  const lexicon = Lexicon.of(source.spelling, options.dictionaries);
  return suspectsIn(source, options, lexicon).flatMap((suspect) => judge(suspect, source, options, lexicon));
}

function suspectsIn(source: Source, { known, shortest, every }: Options, lexicon: Lexicon): Suspect[] {
  const own = new Set(known.map((word) => word.toLowerCase()));
  const suspects = new Map<string, Suspect>();
  const writings = every ? writtenBy(source) : withoutForeign(source, lexicon);
  const names = new Set(writings.filter(({ kind }) => kind === 'name').map(({ text }) => text.toLowerCase()));
  for (const writing of writings) {
    for (const { text: word, offset } of wordsOf(writing.text)) {
      if (word.length < shortest || word.length > LONGEST || /^\p{Lu}+$/u.test(word)) continue;
      const small = word.toLowerCase();
      if (!every && isLeftAlone(word, offset, writing, names, (part) => hasShortAddition(part, lexicon))) continue;
      const before = suspects.get(small);
      if (before !== undefined) before.count += 1;
      else if (!own.has(small) && !lexicon.has(small, JOINED)) {
        suspects.set(small, { start: writing.start + offset, word, count: 1 });
      }
    }
  }
  return [...suspects.values()];
}

/**
 * Whether a word is more likely a name or an abbreviation than a mistake.
 * @param isLengthened whether a word is a known one with a few letters more.
 */
function isLeftAlone(
  word: string, offset: number, { text, kind }: Writing, names: ReadonlySet<string>, isLengthened: (word: string) => boolean,
): boolean {
  const small = word.toLowerCase();
  if (kind === 'name') return word.length < LONG_NAME_PART || isLengthened(small);
  // Prose that speaks of a name spells it like the name.
  return isOwnName(word, offset, text) || names.has(small) || /['’](?!s$)/.test(word);
}

function judge({ start, word, count }: Suspect, source: Source, { every }: Options, lexicon: Lexicon): readonly Hit[] {
  const small = word.toLowerCase();
  if (!every && count > MOST_TIMES) return [];
  const near = source.spelling?.nearTo(small.replace(/['’]s$/, '')) ?? null;
  // A short word may lack the last letter of a longer one.
  const isShort = word.length < LONG_ENOUGH && (near === null || near.length < LONG_ENOUGH || !near.startsWith(small));
  if (!every && (isShort || near === null || isMade(small, lexicon))) return [];
  const times = count > 1 ? ` (${count} times in this file)` : '';
  return [{
    start,
    end: start + word.length,
    message: `${word} is not in any dictionary${near === null ? '' : `, but ${near} is`}${times}`,
  }];
}

/** Whether a part of a name is a known word with a few letters before or after it: people abbreviate freely in names. */
function hasShortAddition(word: string, lexicon: Lexicon): boolean {
  for (let letters = 1; letters <= 3 && word.length - letters >= SHORTEST_STEM; letters += 1) {
    if (lexicon.has(word.slice(letters)) || lexicon.has(word.slice(0, -letters))) return true;
  }
  return false;
}

/** A capital in the middle of a sentence starts a proper name, and so does one before a number or another capital. */
function isOwnName(word: string, offset: number, text: string): boolean {
  if (!/^\p{Lu}/u.test(word)) return false;
  return /[\p{L},;]\s+$/u.test(text.slice(Math.max(0, offset - 12), offset))
    || /^\s+[\d\p{Lu}]/u.test(text.slice(offset + word.length, offset + word.length + 8));
}

/** Suffixes that make new words. */
const ENDINGS = [
  'er', 'or', 'ers', 'ors', 'r', 'rs', 'ed', 'd', 'ing', 'ly', 'ally', 'ness', 'able', 'ible', 'ably', 'ibly', 'ment', 'ments',
  'es', 's', 'ize', 'izes', 'ized', 'izing', 'ization', 'ic', 'ist', 'ism', 'ish',
];

/** Whether a word is a known one with a suffix: a dictionary does not list them all. */
function isMade(word: string, lexicon: Lexicon): boolean {
  const fitting = ENDINGS.filter((ending) => word.endsWith(ending) && word.length - ending.length >= SHORTEST_STEM);
  return fitting.length > 0
    && fitting.every((ending) => !isDoubled(word, ending, lexicon)) && fitting.some((ending) => {
      const stem = word.slice(0, -ending.length);
      const stems = [
        stem,
        ...(/^[aeiouy]/.test(ending) ? [/([a-z])\1$/.test(stem) ? stem.slice(0, -1) : `${stem}e`] : []),
        ...(stem.endsWith('i') ? [`${stem.slice(0, -1)}y`] : []),
      ];
      return stems.some((candidate) => candidate.length >= SHORTEST_STEM && lexicon.has(candidate));
    });
}

/** Whether the dictionary has the word with a letter doubled before the suffix, as in occurred: then a letter is missing. */
function isDoubled(word: string, ending: string, lexicon: Lexicon): boolean {
  const stem = word.slice(0, -ending.length);
  return lexicon.has(stem + stem.slice(-1) + ending);
}

/** If this share of the distinct words in a file's strings is unknown, they are in another language. */
const FOREIGN_SHARE = 0.15;
const FOREIGN_WORDS = 5;

/** The prose of a file, without its strings if these are not in English. */
function withoutForeign(source: Source, lexicon: Lexicon): readonly Writing[] {
  const all = writtenBy(source);
  const words = new Set(
    all.filter(({ kind }) => kind === 'text').flatMap(({ text }) => wordsOf(text).map((word) => word.text.toLowerCase())),
  );
  const unknown = [...words].filter((word) => word.length > 3 && !lexicon.has(word, JOINED)).length;
  const other = [...words].filter((word) => !/^[a-z'’]+$/.test(word)).length;
  return unknown + other >= FOREIGN_WORDS && unknown + other > words.size * FOREIGN_SHARE
    ? all.filter(({ kind }) => kind !== 'text')
    : all;
}

/** How long the words are at least that are written as one. */
const JOINED = 3;
