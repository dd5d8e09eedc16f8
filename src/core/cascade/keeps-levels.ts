import type { Decision } from '../model/statement.js';

/** Whether each finding keeps the level that it came with: only the catalog speaks, and it turns on nothing but what other programs find. */
export function keepsLevels({ by, level }: Pick<Decision, 'by' | 'level'>): boolean {
  return by === 0 && level !== 'off';
}
