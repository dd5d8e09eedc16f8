import type { Finding } from '../model/finding.js';
import { compareLevels, type ActiveLevel } from '../model/level.js';

/** How a checked file stands: the highest level found, all that is found excused, or nothing found. */
export type FileStatus = ActiveLevel | 'excused' | 'clean';

/** How a file with these findings stands. */
export function statusOf(findings: readonly Finding[]): FileStatus {
  let highest: ActiveLevel | null = null;
  for (const { level, excused } of findings) {
    if (excused === null && (highest === null || compareLevels(level, highest) > 0)) highest = level;
  }
  return highest ?? (findings.length > 0 ? 'excused' : 'clean');
}
