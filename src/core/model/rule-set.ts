import type { Freedoms } from './freedom.js';
import type { ActiveLevel, Level } from './level.js';
import type { OptionValues } from './option.js';
import type { RuleId } from './rule.js';
import type { Decision } from './statement.js';

/** A rule in a rule set, without its trail. */
export interface RuleSetting extends Freedoms {
  readonly level: Level;
  readonly options: OptionValues;
  /** Up to which level each finding keeps the one that another program gave it; absent if a layer has set one for all. */
  readonly keepsUpTo?: ActiveLevel | undefined;
}

/** The decided rules for a file. Files with equal settings share one, however they came about. */
export interface RuleSet {
  /** Equal for rule sets with equal settings, and only for them. */
  readonly id: string;
  /** Every rule of the catalog, sorted by id. */
  readonly rules: ReadonlyMap<RuleId, RuleSetting>;
}

/** A rule set with one way in which it came about. */
export interface DecidedRules {
  readonly set: RuleSet;
  /** Every rule of the catalog, sorted by id. */
  readonly decisions: ReadonlyMap<RuleId, Decision>;
}
