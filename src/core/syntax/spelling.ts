import nspell from 'nspell';

/** A dictionary of the Hunspell format: the rules and the words. */
export interface DictionaryFiles {
  readonly aff: Uint8Array;
  readonly dic: Uint8Array;
}

/** Tells whether words are spelt right. The dictionary is read when a word is first asked about. */
export class Spelling {
  private checker: ReturnType<typeof nspell> | null = null;
  private readonly known = new Map<string, boolean>();

  constructor(private readonly files: () => DictionaryFiles) {}

  /** Whether the dictionary has the word, in this case or another that is right too. */
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
