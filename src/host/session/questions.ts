import type { ReportBase } from '../../core/cascade/report-base.js';
import type { Part, PartQuestion } from '../../core/inspect/part-record.js';
import type { RuleId } from '../../core/model/rule.js';
import type { ProjectState } from '../inspection/know-project.js';
import type { InspectionJob } from '../inspection/inspect-share.js';
import type { FittingParts } from '../parts/fit-parts.js';
import type { ProjectListing } from '../project/project.js';

/** How a project is listed. */
export interface ListOptions {
  /** The rules that the question names. */
  readonly names?: readonly RuleId[];
  /** Whether files may be opened to recognise scripts by their first line. */
  readonly opens?: boolean;
  /** Whether to look for excluded files that a guard protects. */
  readonly seeksGuards?: boolean;
}

/** What a check is limited to. */
export interface CheckLimits {
  /** A git revision: only findings on lines changed since then are reported; null for all. */
  readonly since: string | null;
  /** The paths of the files to check; null for all. */
  readonly only: ReadonlySet<string> | null;
  /** The part of a divided check; all of it if absent. */
  readonly part?: Part | undefined;
  /** Ends the check between two files. */
  readonly signal?: AbortSignal | undefined;
}

/** What a check tells besides. */
export interface CheckWants {
  /** How each finding can be repaired. */
  readonly repairs?: boolean;
  /** Whether all that belongs to the part is wanted, so that it can be gathered with the others; with what narrows the question, as typed. */
  readonly record?: Pick<PartQuestion, 'rules' | 'concerns'> | undefined;
  /** The parts of a divided check, whose findings are taken instead of inspecting files. */
  readonly parts?: FittingParts | undefined;
  /** By which state of the project files are judged: an editor cannot wait until a large one has been read. */
  readonly by?: ProjectState | undefined;
}

/** No limits. */
export const NO_LIMITS: CheckLimits = { since: null, only: null };

/** The files of a job, with what they were listed from. */
export interface ListedJob {
  readonly job: InspectionJob;
  readonly listing: ProjectListing;
  readonly base: ReportBase;
}
