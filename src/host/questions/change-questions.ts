import type { FilePlace } from '../files/target-path.js';
import type { RulingChange } from '../../core/layers/edit/edit-layer.js';
import type { WaiverRequest } from '../../core/inspect/write-waiver.js';

/** Which repairs are to be made? */
export interface FixQuestion {
  /** Selectors of the rules that may repair; all if empty. */
  readonly rules: readonly string[];
  /** Whether to make offered repairs too; only for named rules. */
  readonly offered: boolean;
  /** Lines of files, relative to the root; of these files, only what is found there is repaired. */
  readonly places?: readonly FilePlace[] | undefined;
  /** Whether to write the files; if not, the report says what would be written. */
  readonly writes: boolean;
  /** Ends the run between two files; what was written stays. */
  readonly signal?: AbortSignal | undefined;
}

/** What is to be waived? Without rules, those with findings on the line. */
export interface WaiveQuestion extends Omit<WaiverRequest, 'selectors'> {
  readonly rules: readonly string[];
  /** Without rules, only findings at this column, from 1; null for all on the line. */
  readonly column: number | null;
}

/** Which ruling is to be added, changed or removed? */
export interface RulingQuestion {
  readonly selector: string;
  readonly change: RulingChange | 'remove';
  readonly zone: string | null;
}

/** What is to be counted on? */
export interface ExpectationQuestion {
  /** A file, which need not exist, or a directory; as typed. */
  readonly path: string;
  readonly selector: string;
  readonly because: string | null;
}
