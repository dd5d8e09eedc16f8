/** The places in the project that an import means, or may mean, as steps from the root. */
export interface ImportPlaces {
  readonly certain: readonly (readonly string[])[];
  readonly likely: readonly (readonly string[])[];
}

/** Where a module leads that is written as a path from the file. Anything else comes from a package, and leads nowhere. */
export function placesOfPath(module: string, own: readonly string[]): ImportPlaces {
  const steps = /^\.{1,2}(?:\/|$)/.test(module) ? stepsFrom(own, module) : null;
  return { certain: steps === null ? [] : [steps], likely: [] };
}

/** A path from each of the directories around a file. */
export function stepsAround(own: readonly string[], steps: readonly string[]): (readonly string[])[] {
  return [...own, ''].map((_, depth) => [...own.slice(0, depth), ...steps]);
}

/** A relative path from a directory; null if it leaves the project. */
export function stepsFrom(from: readonly string[], relative: string): string[] | null {
  const steps = [...from];
  for (const step of relative.split('/')) {
    if (step === '..' && steps.pop() === undefined) return null;
    if (step !== '..' && step !== '.' && step !== '') steps.push(step);
  }
  return steps;
}
