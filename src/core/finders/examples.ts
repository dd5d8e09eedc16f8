import type { LanguageId } from '../base/language.js';
import type { OptionValues } from '../model/option.js';
import type { Example } from './rule.js';

/** What an example may say besides. */
export interface Extras {
  readonly file?: string;
  readonly options?: OptionValues;
  readonly repaired?: string;
  /** Other files of the project, by path. */
  readonly others?: Readonly<Record<string, string>>;
}

/** Code that meets a rule. */
export function good(language: LanguageId, code: string, extras: Omit<Extras, 'repaired'> = {}): Example {
  return { language, code, finds: [], ...extras };
}

/** Code that does not meet a rule. @param finds what is found there: see `finds` of {@link Example}. */
export function bad(language: LanguageId, code: string, finds: string | readonly string[], extras: Extras = {}): Example {
  return { language, code, finds: typeof finds === 'string' ? [finds] : finds, ...extras };
}
