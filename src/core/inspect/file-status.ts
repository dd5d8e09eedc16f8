import type { Finding } from '../model/finding.js';
import { compareLevels, type ActiveLevel } from '../model/level.js';

/** The status of a checked file: the highest level found, only excused findings, or nothing found. */
export type FileStatus = ActiveLevel | 'excused' | 'clean';

/** The status of a file with these findings. */
export function statusOf(findings: readonly Finding[]): FileStatus {
  let highest: ActiveLevel | null = null;
  for (const { level, excused } of findings) {
    if (excused === null && (highest === null || compareLevels(level, highest) > 0)) highest = level;
  }
  return highest ?? (findings.length > 0 ? 'excused' : 'clean');
}
