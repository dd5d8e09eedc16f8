import type { ReportBase } from './report-base.js';
import type { Rule } from '../finders/rule.js';
import type { Level } from '../model/level.js';
import type { RuleId } from '../model/rule.js';

/** The files for which one decision gives a rule its level. */
export interface RulePlaces {
  readonly level: Level;
  /** What decided: the chain of adoptions to the statement, and its zone. */
  readonly by: string;
  readonly because: string | null;
  /** Paths of the files, sorted. */
  readonly files: readonly string[];
}

/** Everything about a rule, and where it is in force in this project. */
export interface RulePage extends ReportBase {
  readonly rule: Rule;
  /** The built-in presets that concern it. `zone` is set if only a zone of the preset does. */
  readonly presets: readonly { readonly reference: string; readonly level: Level; readonly zone: string | null }[];
  /** The decisions that turned it on or off, for files of the languages it knows. Most files first. */
  readonly places: readonly RulePlaces[];
  /** The number of checked files in a language that the rule knows. */
  readonly known: number;
  /** Contradicting rules that are in force for some of the same files. */
  readonly clashes: readonly { readonly rule: RuleId; readonly files: number }[];
}
