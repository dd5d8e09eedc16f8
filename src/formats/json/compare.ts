import type { CompareReport } from '../../core/compare/compare-report.js';
import type { Decision, TrailEntry } from '../../core/model/statement.js';

/** `elvar-compare/1`. The relation is that of the second side to the first. */
export function compareJson({ first, second, differences }: CompareReport): object {
  return {
    format: 'elvar-compare/1',
    first,
    second,
    rules: differences.map(
      ({ rule, relation, first: one, second: two }) => ({ rule, relation, first: sideJson(one), second: sideJson(two) }),
    ),
  };
}

function sideJson({ level, by, options, waivers, fix, ledger, trail }: Decision): object {
  const placeOf = (index: number): object | null => {
    const { place } = (trail[index] as TrailEntry).statement;
    return place === null ? null : { file: place.file, line: place.line };
  };
  return {
    level,
    by: placeOf(by),
    options: Object.fromEntries(
      Object.entries(options).map(([name, option]) => [name, { value: option.value, by: placeOf(option.by) }]),
    ),
    waivers,
    fix,
    ledger,
  };
}
