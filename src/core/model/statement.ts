import type { GuardKind, OptionSetting, Permission } from './layer.js';
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
export interface Statement {
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
  readonly waivers: Located<Permission> | null;
  readonly fix: Located<Permission> | null;
  readonly guard: Located<GuardKind> | null;
  readonly because: string | null;
  readonly until: string | null;
}

/** What became of a statement. */
export type Effect = 'applied' | 'expired' | 'refused' | 'partly-refused' | 'capped' | 'cut-off';

/** A statement with what became of it. `refusedBy` is the index of the guarding statement in the trail. */
export interface TrailEntry {
  readonly statement: Statement;
  readonly effect: Effect;
  readonly refusedBy: number | null;
}

/** An option's value and the index of the trail entry that decided it. */
export interface DecidedOption {
  readonly value: OptionValues[string];
  readonly by: number;
}

/** A guard that is in force, by the index of the trail entry that gave it. */
export interface ActiveGuard {
  readonly kind: Exclude<GuardKind, 'none'>;
  readonly by: number;
}

/** A rule as decided for a file, with the whole way to the decision. Entry 0 of the trail is the catalog. */
export interface Decision {
  readonly rule: RuleId;
  readonly level: Level;
  /** The trail entry that decided the level. */
  readonly by: number;
  readonly options: Readonly<Record<string, DecidedOption>>;
  readonly waivers: Permission;
  readonly fix: Permission;
  readonly guards: readonly ActiveGuard[];
  readonly trail: readonly TrailEntry[];
}
