import { isTradeWord } from './trade-words.js';
import type { Spelling } from '../syntax/spelling.js';

/** Prefixes that make new words. */
const PREFIX = /^(?:un|re|de|pre|sub|non|multi|inter|auto|over|under|mis|co|anti|semi|super|meta|micro|mini|hyper)(?=\w{4})/;

/** A shorter rest of a word tells nothing. */
export const SHORTEST_STEM = 4;

/** How many answers are kept: the files of a project use the same words again and again. */
const MOST = 50_000;

const NO_SPELLING = {};
const lexicons = new WeakMap<object, Map<string, Lexicon>>();

/** The words of some dictionaries, and what is made of these. */
export class Lexicon {
  /** By how long the words are that are written as one. */
  private readonly answers = new Map<number, Map<string, boolean>>();

  private constructor(
    private readonly spelling: Spelling | null, private readonly hasTrade: boolean, private readonly hasEnglish: boolean,
  ) {}

  /** The lexicon of dictionaries; it keeps its answers. @param spelling null if there is no list of English words. */
  static of(spelling: Spelling | null, dictionaries: readonly string[]): Lexicon {
    let byNames = lexicons.get(spelling ?? NO_SPELLING);
    if (byNames === undefined) lexicons.set(spelling ?? NO_SPELLING, (byNames = new Map()));
    const key = dictionaries.join(' ');
    let lexicon = byNames.get(key);
    if (lexicon === undefined) {
      byNames.set(key, (lexicon = new Lexicon(spelling, dictionaries.includes('trade'), dictionaries.includes('english'))));
    }
    return lexicon;
  }

  /**
   * Whether a word is known. @param word in lower case.
   * @param joined how long each of two known words written as one has to be to count as known; 0 if it does not.
   */
  has(word: string, joined = 0): boolean {
    let answers = this.answers.get(joined);
    if (answers === undefined) this.answers.set(joined, (answers = new Map()));
    let answer = answers.get(word);
    if (answer === undefined) {
      if (answers.size >= MOST) answers.clear();
      answers.set(word, (answer = this.judge(word, joined)));
    }
    return answer;
  }

  private judge(word: string, joined: number): boolean {
    // A word in another script belongs to another language.
    if (!/^[a-z'’]+$/.test(word)) return true;
    const plain = word.replaceAll('’', "'").replace(/'s$/, '');
    const bare = plain.replace(PREFIX, '');
    // What is left of retuns is the plural of a word too short to tell anything.
    if (this.lists(plain) || ((bare === plain || !/^\w{3}s$/.test(bare)) && this.lists(bare)) || this.lists(american(plain))) {
      return true;
    }
    // A word with the letter of an axis.
    if (joined > 0 && /[xyz]$/.test(plain) && plain.length > SHORTEST_STEM && this.lists(plain.slice(0, -1))) return true;
    // Names are often two words written as one.
    for (let joint = joined; joined > 0 && joint <= plain.length - joined; joint += 1) {
      if (this.lists(plain.slice(0, joint)) && this.lists(plain.slice(joint))) return true;
    }
    return false;
  }

  private lists(word: string): boolean {
    return (this.hasTrade && (isTradeWord(word) || (word.endsWith('s') && isTradeWord(word.slice(0, -1)))))
      || (this.hasEnglish && (this.spelling?.knows(word) ?? true));
  }
}

/** The American spelling of a British word: both are right. */
function american(word: string): string {
  return word.replace(/our(?=s|ed|ing|al|able|ful|ite|hood|ly|$)/, 'or').replace(/is(?=e[drs]?$|ing$|ation)/, 'iz').replace(
    /ys(?=e[drs]?$|ing$)/, 'yz',
  )
    .replace(/tre(?=s?$)/, 'ter').replace(/ll(?=ed$|ing$|er$)/, 'l').replace(/ogue(?=s?$)/, 'og').replace(/ence(?=s?$)/, 'ense');
}
