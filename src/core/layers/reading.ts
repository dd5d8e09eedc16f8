import type { Catalog } from '../catalog/catalog.js';
import type { Place } from '../model/place.js';
import type { Problem, ProblemDetail } from '../model/problem.js';

/** What is gathered while a layer file is read. */
export class Reading {
  /** What stops the run. */
  readonly problems: Problem[] = [];
  /** What is told and left aside. */
  readonly warnings: Problem[] = [];

  /** @param isOutside whether the file is from outside of the project: there, a rule that is unknown may be newer than Elvar. */
  constructor(readonly catalog: Catalog, private readonly isOutside: boolean) {}

  report(place: Place, detail: ProblemDetail): void {
    this.problems.push({ file: place.file, place, detail });
  }

  /** Reports something unknown: from outside it is left aside with a warning. */
  reportUnknown(place: Place, detail: ProblemDetail): void {
    (this.isOutside ? this.warnings : this.problems).push({ file: place.file, place, detail });
  }
}
