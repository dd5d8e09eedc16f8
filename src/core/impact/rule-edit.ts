import type { ImpactReport } from './impact-report.js';
import type { Level } from '../model/level.js';
import type { RuleId } from '../model/rule.js';
import type { Statement } from '../model/statement.js';

/** What becomes of one ruling. */
export interface RulingOutcome {
  /** The level that it sets; null if it sets none or reaches no file. */
  readonly level: Level | null;
  /** The number of checked files it applies to, with a rule that knows their language. */
  readonly reached: number;
  /** The number of those in which it decides a rule's level, an option, a freedom or a guard. */
  readonly deciding: number;
  /** The number of those in which the rule is then in force. */
  readonly inForce: number;
  /** What keeps it from deciding, the most files first. */
  readonly hindrances: readonly Hindrance[];
}

/** Something that keeps a ruling from deciding, or lowers what it decides. */
export interface Hindrance {
  /** `lowered`: it turns a rule on, and a cap lowers the level. */
  readonly kind: 'refused' | 'overruled' | 'lowered' | 'expired' | 'cut-off';
  /** The statement in its way, if there is one. */
  readonly by: Statement | null;
  /** The rules concerned, sorted. */
  readonly rules: readonly RuleId[];
  readonly files: number;
}

/** A change of a layer file, and what it does. */
export interface RuleEdit {
  readonly file: string;
  readonly isNew: boolean;
  readonly before: string;
  readonly after: string;
  readonly impact: ImpactReport;
  /** Null if the change is not a single ruling, or removes one. */
  readonly outcome: RulingOutcome | null;
  /** A preset that the change copies into the project; null if none. */
  readonly copy: { readonly file: string; readonly text: string } | null;
}
