import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { formatSelector } from '../../src/core/model/selector.js';
import { parseWaiverComment } from '../../src/core/waivers/parse-waiver.js';
import { runs } from '../support/runs.js';

/** What a comment says, in a line. */
function told(body: string): string {
  const parsed = parseWaiverComment(body);
  switch (parsed?.kind) {
    case undefined:
      return 'nothing';
    case 'malformed':
      return `malformed: ${parsed.problem}`;
    case 'resume':
      return `resume ${parsed.selectors.map(formatSelector).join(' ')}`;
    case 'waive': {
      const { selectors, reach, until, because } = parsed.waiver;
      return `${selectors.map(formatSelector).join(' ')} | ${reach} | ${until} | ${because}`;
    }
  }
}

describe('the inside of a comment', () => {
  test.each([
    ['elvar waive slips/loose-compare', 'slips/loose-compare | line | null | null'],
    [
      'elvar waive slips/* because the pilot station sends numbers as text',
      'slips/* | line | null | the pilot station sends numbers as text',
    ],
    [
      'elvar waive text/line-width, words/* below because the tide table reads better wide',
      'text/line-width words/* | below | null | the tide table reads better wide',
    ],
    [
      'elvar  waive  text/line-width ,words/*,tag:security  throughout  until  2027-01-31',
      'text/line-width words/* tag:security | throughout | 2027-01-31 | null',
    ],
    ['elvar waive * until 2027-01-31 because it is old', '* | line | 2027-01-31 | it is old'],
    ['elvar waive slips/x because\n * the reason runs\n * over lines', 'slips/x | line | null | the reason runs over lines'],
    ['elvar waive slips/x because below until 2027-01-31', 'slips/x | line | null | below until 2027-01-31'],
    ['elvar resume text/line-width, words/*', 'resume text/line-width words/*'],
    ['the elvar waive command', 'nothing'],
    ['elvar checks the code', 'nothing'],
    ['elvar', 'nothing'],
    ['Elvar waive slips/*', 'nothing'],
  ])('%j', (body, expected) => {
    expect(told(body)).toBe(expected);
  });

  test.each([
    ['elvar waive', /names no rule/], ['elvar resume', /names no rule/], ['elvar waive Slips/x', /Slips\/x is neither a rule/], [
      'elvar waive slips', /slips is neither a rule/,
    ],
    ['elvar waive slips/x,', /in this order/],
    ['elvar waive slips/x, because y', /in this order/],
    ['elvar waive slips/x below throughout', /in this order/],
    ['elvar waive slips/x until', /in this order/],
    ['elvar waive slips/x until 2027-02-29', /2027-02-29 is not a date/],
    ['elvar waive slips/x until tomorrow', /tomorrow is not a date/],
    ['elvar waive slips/x because', /in this order/],
    ['elvar waive slips/x until 2027-01-31 below', /in this order/],
    ['elvar waive slips/x dead/y', /in this order/],
    ['elvar resume slips/x because y', /takes only rules/],
    ['elvar waiv slips/x', /write elvar waive/],
    ['elvar resum slips/x', /write elvar resume/],
  ])('%j is malformed', (body, problem) => {
    expect(told(body)).toMatch(/^malformed: /);
    expect(told(body)).toMatch(problem);
  });

  test('is read back as it was written, whatever blanks there are', () => {
    const name = fc.stringMatching(/^[a-z]{1,5}(?:-[a-z0-9]{1,3})?$/);
    const selector = fc.oneof(
      fc.tuple(name, name).map(([a, b]) => `${a}/${b}`), name.map((a) => `${a}/*`), name.map((a) => `tag:${a}`), fc.constant('*'),
    );
    // A star alone on a line could be a selector, so that every line has one that is none.
    const blank = fc.constantFrom(' ', '  ', '\t', '\n * ', '\r\n\t* ');
    fc.assert(fc.property(fc.array(
      selector, { minLength: 1, maxLength: 4 },
    ), fc.constantFrom('line', 'below', 'throughout'), fc.constantFrom(
      null,
      '2027-01-31',
      '2028-02-29',
    ),
      fc.option(
        fc.stringMatching(/^[a-z][a-z ,.]{0,20}[a-z]$/),
      ), blank, fc.constantFrom(',', ' ,', ', ', ' , '), (selectors, reach, until, because, gap, comma) => {
        const parts = [
          'elvar',
          'waive',
          selectors.join(comma),
          ...reach === 'line' ? [] : [reach],
          ...until === null ? [] : ['until', until],
          ...because === null ? [] : ['because', because],
        ];
        expect(told(parts.join(gap))).toBe(
          `${selectors.join(' ')} | ${reach} | ${until} | ${because?.replace(/\s+/g, ' ').trim() ?? null}`,
        );
      }), { numRuns: runs(500) });
  });

  test('is read in a time that grows with it alone', () => {
    for (const body of [
      `elvar waive ${'a,'.repeat(30_000)}!`,
      `elvar waive ${'a/b , '.repeat(30_000)}`,
      `elvar waive a/b ${' '.repeat(60_000)}x`,
    ]) {
      expect(told(body)).toMatch(/^malformed/);
    }
  });
});
