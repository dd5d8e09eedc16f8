import type { LanguageId } from '../base/language.js';
import type { ReportBase } from './report-base.js';
import type { DecidedRules } from '../model/rule-set.js';
import type { SkippedPath } from '../model/scope.js';
import type { LayerInstance } from '../model/statement.js';

/** All that decides about one path. */
export interface Explanation extends ReportBase {
  readonly path: string;
  readonly exists: boolean;
  /** Null if the path's name belongs to no known language. */
  readonly language: LanguageId | null;
  /** Why it is not checked; null if it is, or would be if it existed. */
  readonly skipped: SkippedPath | null;
  /** Lowest first; the catalog is the first. */
  readonly layers: readonly LayerInstance[];
  readonly rules: DecidedRules;
  /** The rules of the project's files that no zone and no inner layer concerns. */
  readonly everywhere: DecidedRules;
}
