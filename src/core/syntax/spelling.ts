import nspell from 'nspell';

/** A dictionary in Hunspell format: the rules and the words. */
export interface DictionaryFiles {
  readonly aff: Uint8Array;
  readonly dic: Uint8Array;
}

/** Checks the spelling of words. The dictionary is read on the first use. */
export class Spelling {
  private checker: ReturnType<typeof nspell> | null = null;
  private readonly known = new Map<string, boolean>();
  private readonly neighbours = new Map<string, string | null>();

  constructor(private readonly files: () => DictionaryFiles) {}

  /** A word of the dictionary, in lower case, that differs from `word` by one typo; null if there is none. */
  nearTo(word: string): string | null {
    let near = this.neighbours.get(word);
    if (near === undefined) {
      this.knows(word);
      const checker = this.checker as ReturnType<typeof nspell>;
      near = slipsOf(word).find((candidate) => checker.correct(candidate)) ?? null;
      this.neighbours.set(word, near);
    }
    return near;
  }

  /** Whether the dictionary has the word, in this case or another valid one. */
  knows(word: string): boolean {
    let knows = this.known.get(word);
    if (knows === undefined) {
      const { aff, dic } = this.checker === null ? this.files() : { aff: null, dic: null };
      if (aff !== null) this.checker = nspell(Buffer.from(aff), Buffer.from(dic));
      const checker = this.checker as ReturnType<typeof nspell>;
      knows = checker.correct(word) || checker.correct(word.charAt(0).toUpperCase() + word.slice(1));
      this.known.set(word, knows);
    }
    return knows;
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
