import type { DoctorReport } from '../../core/doctor/doctor-report.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import type { FailOn } from '../../core/model/layer.js';

/** What the page is about. */
export interface PageFacts {
  readonly report: CheckReport;
  /** What the project is called. */
  readonly name: string;
  /** The day of the check, as YYYY-MM-DD. */
  readonly today: string;
  /** The lowest level that makes the check fail. */
  readonly failOn: FailOn;
  /** How many findings are not shown. */
  readonly notShown: number;
  /** What is wrong with the configuration; null if nobody looked. */
  readonly health: DoctorReport | null;
  /**
   * The day on which each waiver that excuses something was written, by the path and the line, from 1; without what is not known.
   */
  readonly waiverDays: ReadonlyMap<string, ReadonlyMap<number, string>>;
  /** The script that filters findings; the page can be read without it. */
  readonly script: string;
}
