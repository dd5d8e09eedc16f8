import type { RuleId } from '../core/model/rule.js';
import type { IncompletePath, SkippedPath } from '../core/model/scope.js';
import type { SkippedReading } from './source-file.js';
import type { GivenUp } from './stopwatch.js';

/** Why not all rules examined a file. */
export function unfinishedText([first, ...more]: readonly RuleId[]): string {
  return `nested too deeply, or too much to search, for ${first}${more.length === 0 ? '' : ` and ${more.length} more`}`;
}

/** Why a file was given up. */
export function givenUpText(outcome: GivenUp): string {
  return outcome.givenUp === 'time'
    ? `it takes longer than ${outcome.longest / 1000} s; scope.longest-look allows more`
    : `it is too dense to be parsed: it has more than ${outcome.most.toLocaleString('en')} words and signs`;
}

/** Records that a file in scope by its path is not checked; one that could not be read makes the answer incomplete. */
export function noteSkipped(file: string, reading: SkippedReading, skipped: SkippedPath[], incomplete: IncompletePath[]): void {
  if (reading.skipped === 'gone') {
    incomplete.push({ path: file, reason: 'it vanished during the run' });
    return;
  }
  if (reading.skipped === 'unreadable') incomplete.push({ path: file, reason: reading.why });
  skipped.push({ path: file, reason: reading.skipped, by: null });
}
