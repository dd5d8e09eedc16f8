import type { Level } from '../model/level.js';
import type { Freedom, Permission } from '../model/freedom.js';
import type { OptionValue } from '../model/option.js';
import type { RuleId } from '../model/rule.js';
import type { Place } from '../base/place.js';
import type { TrailEntry } from '../model/statement.js';
import type { StackExpectation } from '../layers/stack.js';

/** What was expected of one part of a rule, and what it is. */
export type Unmet =
  | {
    readonly part: 'level';
    readonly expected: Level;
    /** Whether a higher level would do too. */
    readonly orHigher: boolean;
    readonly found: Level;
  }
  | { readonly part: 'option'; readonly option: string; readonly expected: OptionValue; readonly found: OptionValue | null }
  | { readonly part: Freedom; readonly expected: Permission; readonly found: Permission };

/** An expectation that does not hold: for one part of one rule, as one line decides it. */
export interface BrokenExpectation {
  /** Whose it is. */
  readonly source: StackExpectation;
  /** Where it is written what is expected. */
  readonly place: Place;
  readonly rule: RuleId;
  readonly unmet: Unmet;
  /** What decided, with what became of it. */
  readonly by: TrailEntry;
  /** How many files it does not hold for. */
  readonly files: number;
  /** The first of them. */
  readonly example: string;
}

/** How the expectations of a project stand. */
export interface ExpectationReport {
  /** All there are. */
  readonly sources: readonly StackExpectation[];
  /** Those that do not hold, in the order of the files that they are about. */
  readonly broken: readonly BrokenExpectation[];
  /** The patterns of expectations that match no file. */
  readonly idle: readonly { readonly pattern: string; readonly place: Place }[];
  /** Whether those that do not hold make the check fail. */
  readonly fails: boolean;
}

/** For a project without expectations. */
export const NOTHING_EXPECTED: ExpectationReport = { sources: [], broken: [], idle: [], fails: true };

/** Expectations that do not hold in the same way, of the same files, by the same line: one of them, and all the rules. */
export interface AlikeBroken {
  readonly broken: BrokenExpectation;
  readonly rules: readonly RuleId[];
}

/** Puts together what one line breaks of one expectation. */
export function alikeBroken(all: readonly BrokenExpectation[]): AlikeBroken[] {
  const groups = new Map<string, { broken: BrokenExpectation; rules: RuleId[] }>();
  for (const broken of all) {
    const { place, unmet, by: { statement }, files, example } = broken;
    const key = JSON.stringify([place, unmet, statement.place, statement.layer.id, files, example]);
    const known = groups.get(key);
    if (known === undefined) groups.set(key, { broken, rules: [broken.rule] });
    else known.rules.push(broken.rule);
  }
  return [...groups.values()];
}
