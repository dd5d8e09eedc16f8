import type { RuleId } from '../../core/model/rule.js';
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
