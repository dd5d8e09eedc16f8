import { distance } from 'fastest-levenshtein';

/**
 * The known name that was probably meant by `name`.
 * @returns null when none is near: more than a third of the letters differ.
 */
export function nearName(name: string, known: Iterable<string>): string | null {
  let best: string | null = null;
  let least = Math.max(1, Math.floor(name.length / 3)) + 1;
  for (const candidate of known) {
    const steps = distance(name.toLowerCase(), candidate.toLowerCase());
    if (steps < least) {
      best = candidate;
      least = steps;
    }
  }
  return best;
}
