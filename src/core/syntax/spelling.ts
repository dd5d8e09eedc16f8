import { WordList } from './word-list.js';

/** The words of a dictionary in lower case, as the build has listed them: each on a line of its own, sorted. */
export interface Dictionary {
  /** Those that are right in lower case. */
  readonly words: string;
  /** Those that need a capital. */
  readonly names: string;
}

/** How many answers are kept of each kind: a process may look at texts for days. */
const MOST = 50_000;

/** Checks the spelling of words. The dictionary is read on the first use. */
export class Spelling {
  private lists: { readonly words: WordList; readonly names: WordList } | null = null;
  private readonly known = new Map<string, boolean>();
  private readonly neighbours = new Map<string, string | null>();

  constructor(private readonly dictionary: () => Dictionary) {}

  /** A word of the dictionary, in lower case, that differs from `word` by one typo; null if there is none. */
  nearTo(word: string): string | null {
    let near = this.neighbours.get(word);
    if (near === undefined) {
      if (this.neighbours.size >= MOST) this.neighbours.clear();
      const { words } = this.read();
      this.neighbours.set(word, (near = slipsOf(word).find((candidate) => words.has(candidate)) ?? null));
    }
    return near;
  }

  /** Whether the dictionary has the word, in this case or with a capital. @param word in lower case. */
  knows(word: string): boolean {
    let knows = this.known.get(word);
    if (knows === undefined) {
      if (this.known.size >= MOST) this.known.clear();
      const { words, names } = this.read();
      this.known.set(word, (knows = words.has(word) || names.has(word)));
    }
    return knows;
  }

  private read(): { readonly words: WordList; readonly names: WordList } {
    if (this.lists === null) {
      const { words, names } = this.dictionary();
      this.lists = { words: new WordList(words), names: new WordList(names) };
    }
    return this.lists;
  }
}

const LETTERS = [...'abcdefghijklmnopqrstuvwxyz'];

/** Letters that get lost at the end of a word; with others, names turn into words. */
const ENDINGS = ['n', 's', 't', 'y'];

/** What a word may have been before one typo: a letter added, missing, replaced, or two swapped. The first letter stays. */
function slipsOf(word: string): string[] {
  const [swapped, shorter, longer, replaced] = [[], [], [], []] as [string[], string[], string[], string[]];
  for (let at = 1; at < word.length; at += 1) {
    const [before, letter, after] = [word.slice(0, at), word[at] as string, word.slice(at + 1)];
    const next = after[0];
    if (next !== undefined) {
      swapped.push(before + next + letter + after.slice(1));
      shorter.push(before + after);
    }
    for (const other of LETTERS) {
      longer.push(before + other + letter + after);
      replaced.push(before + other + after);
    }
  }
  for (const other of ENDINGS) longer.push(word + other);
  // People swap and miss letters more often than they take the wrong one.
  return [...swapped, ...longer, ...shorter, ...replaced];
}
