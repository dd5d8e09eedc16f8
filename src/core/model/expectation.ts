import type { Located, Place } from '../base/place.js';
import type { FreedomSettings } from './freedom.js';
import type { Level } from './level.js';
import type { OptionValue } from './option.js';
import type { Selector } from './selector.js';

/** What somebody expects of a rule, or of a group of rules: each part is judged by itself, null parts are not expected. */
export interface ExpectedRules extends FreedomSettings {
  readonly selector: Selector;
  /** The place of its selector. */
  readonly place: Place;
  /** Exactly this level. */
  readonly level: Located<Level> | null;
  /** This level or a higher one. */
  readonly atLeast: Located<Level> | null;
  readonly options: readonly { readonly name: string; readonly value: OptionValue; readonly place: Place }[];
}

/** Which files an expectation is about: those that patterns match, or one that need not exist. */
export type ExpectedFiles =
  | { readonly kind: 'patterns'; readonly patterns: readonly Located<string>[] }
  | { readonly kind: 'path'; readonly path: Located<string> };

/** What somebody counts on: data that decides nothing. */
export interface Expectation {
  /** The start of it. */
  readonly place: Place;
  readonly files: ExpectedFiles;
  readonly rules: readonly ExpectedRules[];
  readonly because: string | null;
}
