import type { Freedom, Freedoms, FreedomSettings } from './freedom.js';
import type { GuardKind, OptionSetting } from './layer.js';
import type { Level } from './level.js';
import type { OptionValues } from './option.js';
import type { Located, Place } from '../base/place.js';
import type { RuleId } from './rule.js';

/** What kind of source a layer is. */
type LayerKind = 'catalog' | 'preset' | 'personal' | 'project' | 'command-line';

/** What a statement is made by. */
type StatementKind = 'catalog' | 'ruling' | 'at-most' | 'set';

/** One source of rulings in a stack. A preset adopted twice is two layers. */
export interface LayerInstance {
  /** Unique in a stack: the chain of adoptions, then the file. */
  readonly id: string;
  readonly kind: LayerKind;
  readonly title: string | null;
  /** Null for the catalog and the command line. */
  readonly file: string | null;
  /** The chain of adoptions, outermost first; empty if it was not adopted. */
  readonly through: readonly Place[];
  /** The identities of the files that brought it in, outermost first, its own last: their guards do not bind it. */
  readonly exemptions: readonly string[];
}

/** The zone that a statement was made in. */
export interface StatementZone {
  readonly name: string | null;
  readonly place: Place;
  readonly because: string | null;
}

/** What one ruling, one `at-most` or one `--set` says about one rule for one file. Null parts are absent. */
export interface Statement extends FreedomSettings {
  readonly kind: StatementKind;
  readonly layer: LayerInstance;
  /** Its place; null for the catalog's. */
  readonly place: Place | null;
  /** The selector as written; null for the catalog's. */
  readonly selector: string | null;
  /** The innermost zone around it. */
  readonly zone: StatementZone | null;
  readonly level: Located<Level> | null;
  readonly options: readonly OptionSetting[];
  readonly guard: Located<GuardKind> | null;
  readonly because: string | null;
  readonly until: string | null;
}

/** What became of a statement. An `at-most` is `capped` if it lowered the level, else `idle`. */
export type Effect = 'applied' | 'expired' | 'refused' | 'partly-refused' | 'capped' | 'idle' | 'cut-off';

/** A part of a rule's state: its level, one of its options, or a freedom. */
export type PartName = 'level' | `options.${string}` | Freedom;

/** A part of a statement that a guard refused. */
export interface RefusedPart {
  readonly part: PartName;
  /** The trail index of the guarding statement, the earliest of several. */
  readonly by: number;
}

/** A statement with what became of it. */
export interface TrailEntry {
  readonly statement: Statement;
  readonly effect: Effect;
  /** In the order level, options as written, freedoms. */
  readonly refused: readonly RefusedPart[];
}

/** What decided a part of a rule's state, as trail indexes. */
export interface Origin {
  /** The last effective statement that set the part. */
  readonly by: number;
  /** What `by` was just before that; null if only the catalog has set it. */
  readonly over: number | null;
}

/** An item of a list, and the trail index of the statement that added it. */
export interface DecidedItem {
  readonly value: string;
  readonly by: number;
}

/** An option's value and what decided it. */
export interface DecidedOption extends Origin {
  readonly value: OptionValues[string];
  /** The items of a list one by one; null if the value is not a list. */
  readonly items: readonly DecidedItem[] | null;
}

/** A guard in force, with the trail index of its statement. */
export interface ActiveGuard {
  readonly kind: Exclude<GuardKind, 'none'>;
  readonly by: number;
}

/** A rule as decided for a file, with its trail. Entry 0 of the trail is the catalog. */
export interface Decision extends Origin, Freedoms {
  readonly rule: RuleId;
  /** `by` and `over` are the origin of the level. */
  readonly level: Level;
  readonly options: Readonly<Record<string, DecidedOption>>;
  /** The trail entry that decided each freedom. */
  readonly freedomsBy: Readonly<Record<Freedom, number>>;
  readonly guards: readonly ActiveGuard[];
  readonly trail: readonly TrailEntry[];
}
