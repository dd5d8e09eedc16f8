import fc from 'fast-check';
import { expect, test } from 'vitest';
import { PlacedLines } from '../../src/core/syntax/placed-lines.js';
import { runs } from '../support/runs.js';

const prefix = fc.constantFrom('', '  ', '> ', '>   ', '    > ', '\t');
const line = fc.constantFrom('tide', 'moor();', '  if (a) {', 'é', '', '  ', 'x = 1;');
const around = fc.constantFrom('', 'before\n', '> before\n\n');

/** Each line behind a prefix; blank ones without its blanks. */
function behind(text: string, before: string): string {
  return text.replace(/^.*\n/gm, (own) => `${own === '\n' ? before.trimEnd() : before}${own}`);
}

test('each place of a stretch is where the same character stands in the whole', () => {
  fc.assert(fc.property(around, prefix, fc.array(line, { minLength: 1, maxLength: 8 }), (before, beginning, lines) => {
    const inner = `${lines.join('\n')}\n`;
    const body = behind(inner, beginning);
    const whole = `${before}${body}${beginning}after`;
    const placed = new PlacedLines(whole, { start: before.length, end: before.length + body.length }, beginning);
    expect(placed.text).toBe(inner);
    for (let at = 0; at < inner.length; at += 1) expect(whole[placed.outside(at)]).toBe(inner[at]);
    expect(placed.outside(inner.length)).toBe(before.length + body.length + beginning.length);
  }), { numRuns: runs(200) });
});

test('an edit does in the whole what it does in the stretch', () => {
  fc.assert(fc.property(around, prefix, fc.array(
    line, { minLength: 1, maxLength: 8 },
  ), fc.array(line, { maxLength: 3 }), fc.record({ one: fc.nat(), other: fc.nat(), ofLines: fc.boolean() }), (
    before,
    beginning,
    lines,
    written,
    { one, other, ofLines },
  ) => {
    const inner = `${lines.join('\n')}\n`;
    const body = behind(inner, beginning);
    const whole = `${before}${body}${beginning}after`;
    const placed = new PlacedLines(whole, { start: before.length, end: before.length + body.length }, beginning);
    // The end of the last line stays: what follows is not of the stretch.
    const places = ofLines
      ? [0, ...[...inner.matchAll(/\n/g)].map(({ index }) => index + 1)]
      : Array.from({ length: inner.length }, (_, at) => at);
    const [start, end] =
      [places[one % places.length] as number, places[other % places.length] as number].sort((a, b) => a - b) as [number, number];
    const text = ofLines ? written.map((own) => `${own}\n`).join('') : written.join('\n');
    const edit = placed.editOutside({ start, end, text });
    const edited = `${whole.slice(0, edit.start)}${edit.text}${whole.slice(edit.end)}`;
    const expected = `${inner.slice(0, start)}${text}${inner.slice(end)}`;
    // Blanks that a prefix leaves in a blank line are no difference.
    const plain = (all: string): string => all.replace(/[ \t]+$/gm, '');
    expect(plain(edited)).toBe(plain(`${before}${behind(expected, beginning)}${beginning}after`));
  }), { numRuns: runs(1000) });
});
