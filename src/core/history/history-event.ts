import type { Place } from '../base/place.js';
import type { Level } from '../model/level.js';
import type { OptionValue } from '../model/option.js';
import type { Problem } from '../model/problem.js';
import type { RuleId } from '../model/rule.js';
import type { Decision } from '../model/statement.js';

/** A commit, as people are told of it. */
export interface Commit {
  /** Its object name, in full. */
  readonly id: string;
  /** The author's day, where the author was, as YYYY-MM-DD. */
  readonly day: string;
  /** The committer's day, when it came to where it is now: after a rebase, say, later than the author's. */
  readonly landed: string;
  readonly author: string;
  /** The first line of its message. */
  readonly subject: string;
}

/** A value before and after; null where the rule was not known. */
export interface Turn<Value> {
  readonly from: Value | null;
  readonly to: Value | null;
}

/** What happened to the line that changed a decision. */
type LineFate = 'written' | 'removed' | 'expired';

/** The line that changed a decision: as it is after the change, or, if it was removed, as it was before. */
export interface ChangingLine {
  readonly place: Place;
  readonly fate: LineFate;
}

/** What changed in the decision about one rule: its level, options, or both. */
export interface RuleTurn {
  readonly rule: RuleId;
  /** Null if the level stayed. */
  readonly level: Turn<Level> | null;
  /** The options that changed, by name. */
  readonly options: ReadonlyMap<string, Turn<OptionValue>>;
  /** Null if no line of a layer file did it: the catalog's own word, say. */
  readonly line: ChangingLine | null;
  /** The line that decides afterwards; null if only the catalog does. */
  readonly by: Place | null;
}

/** Why a decision became another one. */
export type Cause =
  | { readonly kind: 'commit'; readonly commit: Commit }
  /** The layer files of the work tree differ from those of the last commit. */
  | { readonly kind: 'uncommitted' }
  /** A ruling ended: from this day on, its day had passed. */
  | { readonly kind: 'expired'; readonly day: string };

/** Something that is told of how a decision came about; the newest comes first. */
export type HistoryEvent =
  /** What is decided now: always the first. */
  | { readonly kind: 'now'; readonly path: string; readonly decisions: ReadonlyMap<RuleId, Decision> }
  /** @param path the path at that time. */
  | { readonly kind: 'turn'; readonly path: string; readonly cause: Cause; readonly rules: readonly RuleTurn[] }
  /** The file had another path before. */
  | { readonly kind: 'renamed'; readonly commit: Commit; readonly from: string; readonly to: string }
  /**
   * The layer files of a commit were wrong, so nothing was decided by them; what they changed is told with the next commit whose
   * files were right.
   */
  | { readonly kind: 'broken'; readonly commit: Commit; readonly problems: readonly Problem[] }
  /** Where the history ends: always the last. */
  | {
    readonly kind: 'beginning';
    readonly path: string;
    /** The oldest commit that was looked at; null if there is none. */
    readonly commit: Commit | null;
    /** What the oldest right layer files decided. */
    readonly decisions: ReadonlyMap<RuleId, Decision>;
    /** Why nothing older is told: there is nothing, the clone is shallow, or nobody asked for it. */
    readonly since: 'first-commit' | 'shallow-clone' | 'asked';
    /** How many commits were looked at. */
    readonly commits: number;
    /** Installed packages whose presets were read as they are now: no commit has what they said then. */
    readonly installed: readonly string[];
  };
