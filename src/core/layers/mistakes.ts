import type { Place } from '../base/place.js';
import type { Problem, ProblemDetail } from '../model/problem.js';

/** Collects what is wrong with a layer file. */
export class Mistakes {
  /** Problems that stop the run. */
  readonly problems: Problem[] = [];
  /** Problems that are reported as warnings and otherwise ignored. */
  readonly warnings: Problem[] = [];

  /** @param isOutside whether the file is from outside the project: there, what is unknown may be newer than Elvar. */
  constructor(private readonly isOutside: boolean) {}

  /** Whether there are more problems than anybody will read, so that looking for what was meant is not worth the time. */
  get isCrowded(): boolean {
    return this.problems.length + this.warnings.length > 1_000;
  }

  report(place: Place, detail: ProblemDetail): void {
    this.problems.push({ file: place.file, place, detail });
  }

  /** Reports something unknown; in a file from outside it is ignored with a warning. */
  reportUnknown(place: Place, detail: ProblemDetail): void {
    if (this.isOutside) this.warn(place, detail);
    else this.report(place, detail);
  }

  /** Reports something that is ignored, wherever the file is from. */
  warn(place: Place, detail: ProblemDetail): void {
    this.warnings.push({ file: place.file, place, detail });
  }
}
