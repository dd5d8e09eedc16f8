import type { IncompletePath, SkippedPath } from '../../core/model/scope.js';
import type { SkippedReading } from '../files/source-file.js';

/** Records that a file in scope by its path is not checked; one that could not be read makes the answer incomplete. */
export function noteSkipped(file: string, reading: SkippedReading, skipped: SkippedPath[], incomplete: IncompletePath[]): void {
  if (reading.skipped === 'gone') {
    incomplete.push({ path: file, reason: { code: 'vanished' } });
    return;
  }
  if (reading.skipped === 'unreadable') incomplete.push({ path: file, reason: { code: 'unreadable', why: reading.why } });
  skipped.push({ path: file, reason: reading.skipped, by: null });
}
