import { distance } from 'fastest-levenshtein';

/** From this many letters on, the beginning of a name identifies it. */
const LEAST_BEGINNING = 3;

/** Longer texts are no misspelt names. */
const LONGEST_NAME = 100;

/**
 * The known name that `name` probably meant: one that begins with it or differs in at most a third of its letters.
 * @returns null if none is near.
 */
export function nearName(name: string, known: Iterable<string>): string | null {
  if (name.length > LONGEST_NAME) return null;
  const wanted = name.toLowerCase();
  let best: string | null = null;
  let least = Math.max(1, Math.floor(name.length / 3)) + 1;
  let longer: string | null = null;
  for (const candidate of known) {
    const own = candidate.toLowerCase();
    // Swapped letters are one typo.
    const steps = Math.abs(wanted.length - own.length) >= least ? least : isSwapped(wanted, own) ? 1 : distance(wanted, own);
    if (steps < least) {
      best = candidate;
      least = steps;
    }
    if (longer === null && wanted.length >= LEAST_BEGINNING && own.startsWith(wanted)) longer = candidate;
  }
  return best ?? longer;
}

/** Whether two words differ in two neighbouring letters that changed places. */
function isSwapped(a: string, b: string): boolean {
  if (a.length !== b.length) return false;
  const at = [...a].findIndex((letter, index) => letter !== b[index]);
  return at >= 0 && a[at] === b[at + 1] && a[at + 1] === b[at] && a.slice(at + 2) === b.slice(at + 2);
}
