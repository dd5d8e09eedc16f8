import { FileFacts, type Facts } from '../../core/facts/facts.js';
import type { Language, LanguageId } from '../../core/base/language.js';
import { languageById } from '../../core/languages/languages.js';
import type { CheckedFile } from '../../core/model/scope.js';
import type { StoredFacts } from './disk-memory.js';
import type { RememberedFacts } from './session-memory.js';
import { checkOf } from './record.js';

/** What the facts of a file were found from. */
export type FactsSource = Pick<RememberedFacts, 'origin' | 'language' | 'document'>;

/** Facts of an earlier run: there is one of these for each file of a project, and most are never read. */
export class FactsOfBefore implements RememberedFacts {
  private made: FileFacts | null | undefined;
  readonly document: null = null;

  constructor(
    private readonly path: string, private readonly kept: StoredFacts, readonly language: LanguageId, readonly origin: string,
  ) {}

  get check(): number {
    return this.kept.check;
  }

  file(): FileFacts | null {
    if (this.made === undefined) {
      const facts = this.kept.read();
      this.made = facts === null ? null : new FileFacts(this.path, languageById(this.language) as Language, facts);
    }
    return this.made;
  }
}

/** Facts that were just collected. */
export class FactsOfNow implements RememberedFacts {
  private readonly made: FileFacts | null;
  private checked: number | undefined;
  readonly origin: string;
  readonly language: LanguageId;
  readonly document: string | null;

  constructor({ path, language }: CheckedFile, private readonly facts: Facts | null, source: FactsSource) {
    this.made = facts === null ? null : new FileFacts(path, languageById(language) as Language, facts);
    this.origin = source.origin;
    this.language = source.language;
    this.document = source.document;
  }

  /** Only what is kept for later runs needs it. */
  get check(): number {
    return this.checked ??= this.facts === null ? 0 : checkOf(this.facts);
  }

  file(): FileFacts | null {
    return this.made;
  }
}
