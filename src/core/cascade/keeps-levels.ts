import { compareLevels, type ActiveLevel } from '../model/level.js';
import type { Decision } from '../model/statement.js';

/**
 * Whether each finding keeps the level that it came with: only the catalog speaks, and it turns on nothing but what other
 * programs find.
 */
export function keepsLevels({ by, level }: Pick<Decision, 'by' | 'level'>): boolean {
  return by === 0 && level !== 'off';
}

/** The highest level that findings keep: an `at-most` lowers what came with a higher one. Null if they do not keep theirs. */
export function keptUpTo(decision: Decision): ActiveLevel | null {
  if (!keepsLevels(decision)) return null;
  const { trail, guards } = decision;
  let highest: ActiveLevel = 'error';
  trail.forEach(({ statement: { kind, level }, effect }, index) => {
    const isBound = guards.some(({ by }) => by < index);
    if (kind === 'at-most'
        && effect === 'idle' && !isBound && level !== null && level.value !== 'off' && compareLevels(level.value, highest) < 0) {
      highest = level.value;
    }
  });
  return highest;
}
