import type { LanguageId } from '../base/language.js';
import type { OptionValue, StricterDirection } from './option.js';
import type { Place } from '../base/place.js';
import type { Confidence, RuleId } from './rule.js';

/** An option of a house rule, as declared. */
export interface HouseOption {
  readonly name: string;
  readonly type: 'number' | 'boolean' | 'string' | 'list';
  readonly default: OptionValue;
  readonly stricter: StricterDirection | null;
  readonly about: string;
}

/** Example code for a house rule, with or without findings. */
export interface HouseExample {
  readonly kind: 'good' | 'bad';
  readonly language: LanguageId;
  readonly code: string;
  readonly place: Place;
}

/** What a house rule looks for: a query over the syntax, or a regular expression over the text. */
export type HouseSearch =
  | { readonly by: 'query'; readonly query: string; readonly place: Place }
  | { readonly by: 'pattern'; readonly pattern: string; readonly place: Place };

/** A rule declared in a layer file. Plain data, so that it can be compared and passed to another thread. */
export interface HouseRule {
  readonly id: RuleId;
  /** Its first declaration. */
  readonly place: Place;
  readonly title: string;
  readonly about: string;
  readonly advice: string;
  readonly message: string;
  readonly tags: readonly string[];
  readonly confidence: Confidence;
  /** Language ids; null for all languages. */
  readonly languages: readonly LanguageId[] | null;
  readonly search: HouseSearch;
  /** Replacement texts by capture name; `finding` is the whole. Null for no repair. */
  readonly replace: Readonly<Record<string, string>> | null;
  readonly options: readonly HouseOption[];
  readonly examples: readonly HouseExample[];
}
