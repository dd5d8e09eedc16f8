import type { Expectation } from './expectation.js';
import type { FreedomSettings } from './freedom.js';
import type { HouseRule } from './house-rule.js';
import type { ActiveLevel, Level } from './level.js';
import type { LanguageId } from '../base/language.js';
import type { OptionChange } from './option.js';
import type { Located, Place } from '../base/place.js';
import type { Confidence } from './rule.js';
import { selects, type SelectableRule, type Selector } from './selector.js';

/** How a ruling is protected against later layers; `none` lifts an earlier protection. */
export type GuardKind = 'no-weaker' | 'fixed' | 'none';

/** An option set by a ruling. */
export interface OptionSetting {
  readonly name: string;
  readonly value: OptionChange;
  readonly place: Place;
}

/** What one layer says about a rule or a group of rules. Null parts are absent. */
export interface Ruling extends FreedomSettings {
  readonly selector: Selector;
  /** The place of its selector. */
  readonly place: Place;
  readonly level: Located<Level> | null;
  readonly options: readonly OptionSetting[];
  readonly guard: Located<GuardKind> | null;
  readonly because: string | null;
  /** The last day on which it applies, as YYYY-MM-DD. */
  readonly until: string | null;
}

/** One pattern in git's ignore-pattern language, as written. */
export type PatternLine = Located<string>;

/**
 * A preset reference: built in, a file relative to the adopting file, a file in an installed package, or a file
 * that is fetched and pinned, from a git repository or a web server.
 */
export type PresetReference =
  | { readonly kind: 'built-in'; readonly name: string; readonly text: string }
  | { readonly kind: 'file'; readonly path: string; readonly text: string }
  | { readonly kind: 'package'; readonly name: string; readonly path: string; readonly text: string }
  | RemoteReference;

/** A preset that is fetched and pinned in the lock file. */
export type RemoteReference =
  | { readonly kind: 'git'; readonly url: string; readonly revision: string; readonly path: string; readonly text: string }
  | { readonly kind: 'web'; readonly url: string; readonly text: string };

/** The rules that an adoption lets through: those in `only` (all, if null) except those in `except`. */
export interface AdoptionFilter {
  readonly only: readonly Located<Selector>[] | null;
  readonly except: readonly Located<Selector>[];
}

/** Whether an adoption lets a rule through: `except` wins over `only`. */
export function letsThrough({ only, except }: AdoptionFilter, rule: SelectableRule): boolean {
  const isNamed = (selectors: readonly Located<Selector>[]): boolean => selectors.some(({ value }) => selects(value, rule));
  return (only === null || isNamed(only)) && !isNamed(except);
}

/** The adoption of a preset by a layer file. */
export interface Adoption {
  readonly reference: PresetReference;
  readonly place: Place;
  readonly filter: AdoptionFilter;
  /** Whether the layer file allows the preset to lie outside the project. */
  readonly mayBeOutside: boolean;
}

/** A part of a layer file that holds only for the files its patterns match. */
export interface Zone {
  readonly name: string | null;
  /** The start of the zone. */
  readonly place: Place;
  /** Null if the zone holds for every file below. */
  readonly match: readonly PatternLine[] | null;
  readonly except: readonly PatternLine[];
  /** Null if the zone holds for files of every language and of none. */
  readonly languages: readonly LanguageId[] | null;
  readonly presets: readonly Adoption[];
  readonly rulings: readonly Ruling[];
  readonly atMost: Located<Level> | null;
  readonly because: string | null;
}

/** The list of what is checked, to the exclusion of all else. `place` is the place of its key. */
export interface IncludeList {
  readonly patterns: readonly PatternLine[];
  readonly place: Place;
}

/** Patterns of files in a language, whatever their extension. */
export interface LanguagePatterns {
  readonly language: LanguageId;
  readonly patterns: readonly PatternLine[];
}

/** What a layer file says about which files are checked. */
export interface ScopeSettings {
  readonly include: IncludeList | null;
  readonly ignore: readonly PatternLine[];
  readonly generated: 'skip' | 'check';
  /** The largest size of a checked file, in bytes. */
  readonly largest: number | null;
  /** How long a file may be looked at, in milliseconds. */
  readonly longestLook: number | null;
}

/** The lowest level at which findings make `check` fail. */
export type FailOn = ActiveLevel | 'never';

/** The role in which a layer file is read; it decides which keys it may have. */
export type LayerRole = 'root' | 'directory' | 'preset' | 'personal';

/** A log of another program that a layer file takes in. */
export interface IntakeDeclaration {
  /** A path relative to the root, or a pattern. */
  readonly read: PatternLine;
  /** The concern of its rules. */
  readonly as: Located<string>;
  /** Whether the answer is incomplete without it. */
  readonly required: boolean;
}

/** A layer file as read: everything in it keeps its place. */
export interface LayerFile {
  /** Relative to the project root, or a built-in preset's reference. */
  readonly file: string;
  /** The identity of the file, however it was reached: its real path. */
  readonly identity: string;
  readonly role: LayerRole;
  readonly title: string | null;
  readonly about: string | null;
  readonly presets: readonly Adoption[];
  /** False: nothing from outer directories applies here. */
  readonly inherit: boolean;
  readonly scope: ScopeSettings;
  /** Whether the project's own rulings and zones need a reason. */
  readonly needsReasons: boolean;
  readonly failOn: FailOn | null;
  /** Findings with less confidence are only counted and never fail the check; null if all count. */
  readonly confidence: Confidence | null;
  /** Whether only the root's files and git's ignore files may exclude files. */
  readonly scopeIsRoots: boolean;
  /** Additional file patterns for languages, in file order. */
  readonly languages: readonly LanguagePatterns[];
  readonly rulings: readonly Ruling[];
  readonly zones: readonly Zone[];
  readonly atMost: Located<Level> | null;
  /** The house rules that it declares. */
  readonly houseRules: readonly HouseRule[];
  /** The logs of other programs that it takes in. */
  readonly intake: readonly IntakeDeclaration[];
  /** What it counts on. */
  readonly expectations: readonly Expectation[];
  /** Whether an expectation that does not hold makes the check fail. */
  readonly expectationsFail: boolean;
}

/** The scope settings of a layer file that says nothing about scope. */
export const NO_SCOPE_SETTINGS: ScopeSettings = {
  include: null, ignore: [], generated: 'skip', largest: null, longestLook: null,
};
