import type { HouseRule } from './house-rule.js';
import type { ActiveLevel, Level } from './level.js';
import type { LanguageId } from './language.js';
import type { OptionChange } from './option.js';
import type { Located, Place } from './place.js';
import type { Confidence } from './rule.js';
import { selects, type SelectableRule, type Selector } from './selector.js';

/** How strongly a ruling is protected against layers that come after it; `none` lifts an earlier protection. */
export type GuardKind = 'no-weaker' | 'fixed' | 'none';

/** Whether something is permitted; see {@link FREEDOMS}. */
export type Permission = 'allow' | 'refuse';

/**
 * What a ruling can permit or refuse about a rule's findings: that waivers excuse them, that they are repaired, and that
 * entries of the ledger excuse them. All three begin as `allow`.
 */
export const FREEDOMS = ['waivers', 'fix', 'ledger'] as const;

/** One of {@link FREEDOMS}. */
export type Freedom = (typeof FREEDOMS)[number];

/** What stands for each freedom. */
export type Freedoms = Readonly<Record<Freedom, Permission>>;

/** What a ruling says of each freedom; null where it says nothing. */
export type FreedomSettings = Readonly<Record<Freedom, Located<Permission> | null>>;

/** Nothing said of any freedom. */
export const NO_FREEDOM_SETTINGS: FreedomSettings = { waivers: null, fix: null, ledger: null };

/** An option as a ruling sets it. */
export interface OptionSetting {
  readonly name: string;
  readonly value: OptionChange;
  readonly place: Place;
}

/** What one layer says about a rule or a group of rules. A null part is not said. */
export interface Ruling extends FreedomSettings {
  readonly selector: Selector;
  /** Where its selector is written. */
  readonly place: Place;
  readonly level: Located<Level> | null;
  readonly options: readonly OptionSetting[];
  readonly guard: Located<GuardKind> | null;
  readonly because: string | null;
  /** The last day on which it holds, as YYYY-MM-DD. */
  readonly until: string | null;
}

/** One pattern of git's ignore-pattern language, as it was written. */
export type PatternLine = Located<string>;

/**
 * How a preset is named: built in, a file relative to the file that adopts it, a file of an installed package, or a file
 * that is fetched and pinned, of a git repository or of a web server.
 */
export type PresetReference =
  | { readonly kind: 'built-in'; readonly name: string; readonly text: string }
  | { readonly kind: 'file'; readonly path: string; readonly text: string }
  | { readonly kind: 'package'; readonly name: string; readonly path: string; readonly text: string }
  | RemoteReference;

/** A preset that is fetched, and pinned in the lock file. */
export type RemoteReference =
  | { readonly kind: 'git'; readonly url: string; readonly revision: string; readonly path: string; readonly text: string }
  | { readonly kind: 'web'; readonly url: string; readonly text: string };

/** The rules that an adoption lets through: those of `only` (all, where it is null) but for those of `except`. */
export interface AdoptionFilter {
  readonly only: readonly Selector[] | null;
  readonly except: readonly Selector[];
}

/** Whether an adoption lets a rule through: `except` wins over `only`. */
export function letsThrough({ only, except }: AdoptionFilter, rule: SelectableRule): boolean {
  return (only === null || only.some((selector) => selects(selector, rule))) && !except.some((selector) => selects(selector, rule));
}

/** The adoption of a preset by a layer file. */
export interface Adoption {
  readonly reference: PresetReference;
  readonly place: Place;
  readonly filter: AdoptionFilter;
}

/** A part of a layer file that holds only for the files its patterns match. */
export interface Zone {
  readonly name: string | null;
  /** Where the zone begins. */
  readonly place: Place;
  /** Null when the zone holds for every file below. */
  readonly match: readonly PatternLine[] | null;
  readonly except: readonly PatternLine[];
  /** Null when the zone holds for files of every language, and of none. */
  readonly languages: readonly LanguageId[] | null;
  readonly presets: readonly Adoption[];
  readonly rulings: readonly Ruling[];
  readonly atMost: Located<Level> | null;
  readonly because: string | null;
}

/** The list of what is checked; nothing else is. `place` is that of its key. */
export interface IncludeList {
  readonly patterns: readonly PatternLine[];
  readonly place: Place;
}

/** Patterns of files that are of a language, whatever their endings say. */
export interface LanguagePatterns {
  readonly language: LanguageId;
  readonly patterns: readonly PatternLine[];
}

/** Which files are checked, as far as a layer file says so. */
export interface ScopeSettings {
  readonly include: IncludeList | null;
  readonly ignore: readonly PatternLine[];
  readonly generated: 'skip' | 'check';
  /** Largest size of a checked file, in bytes. */
  readonly largest: number | null;
}

/** From which level on findings make `check` fail. */
export type FailOn = ActiveLevel | 'never';

/** The role in which a layer file is read; it decides which keys it may have. */
export type LayerRole = 'root' | 'directory' | 'preset' | 'personal';

/** A layer file as it was read: everything in it still knows where it was written. */
export interface LayerFile {
  /** Relative to the project root, or a built-in preset's reference. */
  readonly file: string;
  /** By which the file is known, however it was reached: its real path. */
  readonly identity: string;
  readonly role: LayerRole;
  readonly title: string | null;
  readonly about: string | null;
  readonly presets: readonly Adoption[];
  /** False: nothing from outer directories holds here. */
  readonly inherit: boolean;
  readonly scope: ScopeSettings;
  /** Whether the project's own rulings and zones must give a reason. */
  readonly needsReasons: boolean;
  readonly failOn: FailOn | null;
  /** Findings that are trusted less are only counted, and fail nothing; null where all count. */
  readonly confidence: Confidence | null;
  /** Whether only the root's files, and git's own ignore files, may take files out. */
  readonly scopeIsRoots: boolean;
  /** More file patterns for languages, in the order of the file. */
  readonly languages: readonly LanguagePatterns[];
  readonly rulings: readonly Ruling[];
  readonly zones: readonly Zone[];
  readonly atMost: Located<Level> | null;
  /** The rules that it declares. */
  readonly houseRules: readonly HouseRule[];
}

/** Scope settings of a layer file that says nothing about scope. */
export const NO_SCOPE_SETTINGS: ScopeSettings = { include: null, ignore: [], generated: 'skip', largest: null };
