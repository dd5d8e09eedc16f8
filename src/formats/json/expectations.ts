import type { BrokenExpectation } from '../../core/expectations/broken-expectation.js';

/** Expectations that do not hold: what was expected where, what is, and the line that decided. */
export function brokenJson(broken: readonly BrokenExpectation[]): object[] {
  return broken.map(({ place, rule, unmet, by: { statement }, files, example, source }) => ({
    rule,
    part: unmet.part === 'option' ? `options.${unmet.option}` : unmet.part,
    expected: unmet.part === 'level' && unmet.orHigher ? { 'at-least': unmet.expected } : unmet.expected,
    found: unmet.found,
    file: place.file,
    line: place.line,
    because: source.expectation.because,
    by: statement.place === null ? null : {
      layer: statement.layer.id,
      file: statement.place.file,
      line: statement.place.line,
      zone: statement.zone?.name ?? null,
      because: statement.because ?? statement.zone?.because ?? null,
    },
    files,
    example,
  }));
}
