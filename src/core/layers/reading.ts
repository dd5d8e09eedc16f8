import type { Catalog } from '../catalog/catalog.js';
import type { Place } from '../base/place.js';
import type { Problem, ProblemDetail } from '../model/problem.js';

/** Collects problems while a layer file is read. */
export class Reading {
  /** Problems that stop the run. */
  readonly problems: Problem[] = [];
  /** Problems that are reported as warnings and otherwise ignored. */
  readonly warnings: Problem[] = [];

  /** @param isOutside whether the file is from outside the project: there, an unknown rule may be newer than Elvar. */
  constructor(readonly catalog: Catalog, private readonly isOutside: boolean) {}

  /** Whether there are more problems than anybody will read, so that looking for what was meant is not worth the time. */
  get isCrowded(): boolean {
    return this.problems.length + this.warnings.length > 1_000;
  }

  report(place: Place, detail: ProblemDetail): void {
    this.problems.push({ file: place.file, place, detail });
  }

  /** Reports something unknown; in a file from outside it is ignored with a warning. */
  reportUnknown(place: Place, detail: ProblemDetail): void {
    (this.isOutside ? this.warnings : this.problems).push({ file: place.file, place, detail });
  }
}
