import type { Freedom, Freedoms, FreedomSettings, GuardKind, OptionSetting } from './layer.js';
import type { Level } from './level.js';
import type { OptionValues } from './option.js';
import type { Located, Place } from './place.js';
import type { RuleId } from './rule.js';

/** What kind of source a layer is. */
export type LayerKind = 'catalog' | 'preset' | 'personal' | 'project' | 'command-line';

/** What a statement is made by. */
export type StatementKind = 'catalog' | 'ruling' | 'at-most' | 'set';

/** One source of rulings as it stands in the stack of a directory. A preset adopted twice is two of these. */
export interface LayerInstance {
  /** Unique in a stack: the file, after the adoptions by which it came. */
  readonly id: string;
  readonly kind: LayerKind;
  readonly title: string | null;
  /** Null for the catalog and the command line. */
  readonly file: string | null;
  /** The adoptions by which it came, outermost first; empty for what was not adopted. */
  readonly through: readonly Place[];
  /** Identities of the files that brought it in, outermost first, its own the last: their guards do not bind it. */
  readonly exemptions: readonly string[];
}

/** The zone a statement was made in. */
export interface StatementZone {
  readonly name: string | null;
  readonly place: Place;
  readonly because: string | null;
}

/** What one ruling, one `at-most` or one `--set` says about one rule for one file. A null part is not said. */
export interface Statement extends FreedomSettings {
  readonly kind: StatementKind;
  readonly layer: LayerInstance;
  /** Where it is written; null for the catalog's. */
  readonly place: Place | null;
  /** The selector as it is written; null for the catalog's. */
  readonly selector: string | null;
  /** The innermost zone around it. */
  readonly zone: StatementZone | null;
  readonly level: Located<Level> | null;
  readonly options: readonly OptionSetting[];
  readonly guard: Located<GuardKind> | null;
  readonly because: string | null;
  readonly until: string | null;
}

/** What became of a statement. An `at-most` is `capped` where it lowered the level, and `idle` where it did not. */
export type Effect = 'applied' | 'expired' | 'refused' | 'partly-refused' | 'capped' | 'idle' | 'cut-off';

/** A part of a rule's state: its level, one of its options, or a freedom. */
export type PartName = 'level' | `options.${string}` | Freedom;

/** A part of a statement that a guard refused. */
export interface RefusedPart {
  readonly part: PartName;
  /** The index of the guarding statement in the trail: of several guards the earliest. */
  readonly by: number;
}

/** A statement with what became of it. */
export interface TrailEntry {
  readonly statement: Statement;
  readonly effect: Effect;
  /** In the order level, options as they are written, freedoms. */
  readonly refused: readonly RefusedPart[];
}

/** Who decided a part of a rule's state, by indexes of trail entries. */
export interface Origin {
  /** The last statement that spoke of the part and was heard. */
  readonly by: number;
  /** What `by` was just before that; null where nobody but the catalog has spoken. */
  readonly over: number | null;
}

/** An item of a list, and the index of the trail entry that brought it in. */
export interface DecidedItem {
  readonly value: string;
  readonly by: number;
}

/** An option's value and who decided it. */
export interface DecidedOption extends Origin {
  readonly value: OptionValues[string];
  /** The items of a list one by one; null for what is no list. */
  readonly items: readonly DecidedItem[] | null;
}

/** A guard that is in force, by the index of the trail entry that gave it. */
export interface ActiveGuard {
  readonly kind: Exclude<GuardKind, 'none'>;
  readonly by: number;
}

/** A rule as decided for a file, with the whole way to the decision. Entry 0 of the trail is the catalog. */
export interface Decision extends Origin, Freedoms {
  readonly rule: RuleId;
  /** Its origin is that of the decision. */
  readonly level: Level;
  readonly options: Readonly<Record<string, DecidedOption>>;
  /** The trail entry that decided each freedom. */
  readonly freedomsBy: Readonly<Record<Freedom, number>>;
  readonly guards: readonly ActiveGuard[];
  readonly trail: readonly TrailEntry[];
}
