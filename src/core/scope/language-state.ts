import type { LanguageId } from '../base/language.js';
import type { LanguagePatterns } from '../model/layer.js';
import { compilePatternLines } from '../patterns/pattern-lines.js';
import { PatternList } from '../patterns/pattern-list.js';
import { languageOfName } from '../languages/languages.js';

/** The languages of files in one directory, if layer files have patterns for them. */
export class LanguageState {
  static readonly NONE = new LanguageState([]);

  /** @param lists outer directories' first: the deepest match wins. */
  private constructor(private readonly lists: readonly { readonly language: LanguageId; readonly files: PatternList }[]) {}

  /** The state including the patterns of this directory's layer file. */
  with(patterns: readonly LanguagePatterns[]): LanguageState {
    if (patterns.length === 0) return this;
    const added = patterns.map(
      ({ language, patterns: lines }) => ({ language, files: PatternList.of(compilePatternLines(lines)) }),
    );
    return new LanguageState([...this.lists, ...added]);
  }

  /** The state in the subdirectory `name`. */
  descend(name: string): LanguageState {
    if (this.lists.length === 0) return this;
    const lists = this.lists.map(({ language, files }) => ({ language, files: files.descend(name) }));
    return new LanguageState(lists.filter(({ files }) => !files.isDead));
  }

  /** The language of the file `name`; null if Elvar knows none. */
  languageOf(name: string): LanguageId | null {
    const own = this.lists.findLast(({ files }) => files.covers(name));
    return own?.language ?? languageOfName(name)?.id ?? null;
  }
}
