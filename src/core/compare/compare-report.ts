import type { ReportBase } from '../cascade/report-base.js';
import type { RuleDifference } from './compare-rules.js';

/** One side of a comparison: a path, or a preset by its reference. */
export interface ComparedSide {
  readonly name: string;
  readonly kind: 'path' | 'preset';
  /** False for a path that does not exist: its side shows what would apply to a new file there. */
  readonly exists: boolean;
}

/** How the rules of two sides differ. */
export interface CompareReport extends ReportBase {
  readonly first: ComparedSide;
  readonly second: ComparedSide;
  readonly differences: readonly RuleDifference[];
}
