import type { FittingParts, Part, PartQuestion } from '../../core/inspect/part-record.js';
import type { RuleId } from '../../core/model/rule.js';

/** Which files are there, by which rules? */
export interface ListQuestion {
  /** The rules that the question names. */
  readonly names?: readonly RuleId[];
  /** Whether files may be opened to recognise scripts by their first line. */
  readonly opens?: boolean;
  /** Whether to look for excluded files that a guard protects. */
  readonly seeksGuards?: boolean;
}

/**
 * By which state of the project files are judged: as it is, or as it was when all of it was last read; nothing by the project, if
 * it never was.
 */
export type ProjectState = 'now' | 'before';

/** What does the code violate? By default, all of it is asked about. */
export interface CheckQuestion {
  /** A git revision: only findings on lines changed since then are reported. */
  readonly since?: string | null | undefined;
  /** The paths of the files to check. */
  readonly only?: ReadonlySet<string> | undefined;
  /** The part of a divided check. */
  readonly part?: Part | undefined;
  /** Ends the check between two files. */
  readonly signal?: AbortSignal | undefined;
  /** Whether the answer says how each finding can be repaired. */
  readonly repairs?: boolean | undefined;
  /**
   * Whether the answer has all that belongs to the part, so that it can be gathered with the others; with what narrows the
   * question, as typed.
   */
  readonly record?: Pick<PartQuestion, 'rules' | 'concerns'> | undefined;
  /** The parts of a divided check, whose findings are taken instead of inspecting files. */
  readonly parts?: FittingParts | undefined;
  /** An editor cannot wait until a large project has been read; by default `now`. */
  readonly by?: ProjectState | undefined;
}
