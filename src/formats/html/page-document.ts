import type { ActiveLevel } from '../../core/model/level.js';
import type { Confidence, RuleId } from '../../core/model/rule.js';

/** One finding as the page's script has it: texts are places in lists, where each stands once. */
export type PageFinding = readonly [
  level: ActiveLevel, rule: number, path: number, line: number, column: number, message: string, confidence: Confidence,
  /** What decided the level. */
  decider: number,
  /** The code before what was found, that itself, and the code after it. */
  code: readonly [before: string, meant: string, after: string] | null,
  excuse: string | null,
];

/** What the page's script works on. */
export interface PageData {
  readonly rules: readonly RuleId[];
  readonly paths: readonly string[];
  readonly deciders: readonly string[];
  readonly findings: readonly PageFinding[];
  /** How many findings are left out, since the page would get too large. */
  readonly leftOut: number;
}
