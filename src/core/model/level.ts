/**
 * How strictly a rule is applied: the levels of SARIF 2.1.0 (OASIS, section 3.27.10, property `level`),
 * with `off` instead of its "none". In falling order.
 */
export const LEVELS = ['error', 'warning', 'note', 'off'] as const;

/** One of {@link LEVELS}. */
export type Level = (typeof LEVELS)[number];

/** A level at which a rule reports findings. */
export type ActiveLevel = Exclude<Level, 'off'>;

/**
 * Orders levels by strictness.
 * @returns a negative number when `a` is looser than `b`, zero when they are equal, else a positive number.
 */
export function compareLevels(a: Level, b: Level): number {
  return LEVELS.indexOf(b) - LEVELS.indexOf(a);
}

/** The looser of two levels. */
export function lowerLevel(a: ActiveLevel, b: ActiveLevel): ActiveLevel {
  return compareLevels(a, b) < 0 ? a : b;
}

/** Whether `text` names a level. */
export function isLevel(text: string): text is Level {
  return (LEVELS as readonly string[]).includes(text);
}
