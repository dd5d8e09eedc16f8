import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { FileFindings } from '../../src/core/findings/file-findings.js';
import { countsOf } from '../../src/core/findings/finding-counts.js';
import { writeFindings } from '../../src/core/findings/write-findings.js';
import { findingsIn } from '../../src/core/findings/finding-list.js';
import { plainFinding } from '../../src/core/findings/plain-finding.js';
import { packed, unpacked } from '../../src/host/memory/record.js';
import { FoundFindings, type FoundFinding } from '../../src/core/findings/found-finding.js';
import type { RuleSet } from '../../src/core/model/rule-set.js';
import type { Language } from '../../src/core/base/language.js';
import { SourceText } from '../../src/core/base/source-text.js';
import { runs } from '../support/runs.js';
import { languageById } from '../../src/core/languages/languages.js';

const kind = { rule: 'text/line-width', level: 'warning', confidence: 'certain', repairs: 'safe', path: 'a.js' } as const;
const code = fc.array(fc.constantFrom('a', 'b', ' ', '\t', '\n', '\r\n', '\r', '😀', '\u2028'), { maxLength: 30 }).map((parts) =>
  parts.join(''));

function source(text: string): SourceText {
  return new SourceText('a.js', languageById('javascript') as Language, text);
}

/** A finding on each line that is not empty, at its first character. */
function foundIn(text: SourceText, rule: string = kind.rule): FoundFindings {
  const findings = new FoundFindings(text);
  for (const { start, text: line } of text.lines) {
    if (line !== '') findings.add({ ...kind, rule }, { start, end: start + 1, message: 'wrong' }, false, null);
  }
  return findings;
}

function lineFindings(text: SourceText, rule?: string): FoundFinding[] {
  return foundIn(text, rule).all;
}

describe('a finding', () => {
  test('has the lines and columns that counting from the beginning gives', () => {
    fc.assert(
      fc.property(code, fc.array(fc.tuple(fc.nat({ max: 40 }), fc.nat({ max: 40 })), { maxLength: 8 }), (text, places) => {
        const own = source(text);
        for (const [a, b] of places) {
          const [start, end] = [Math.min(a, b, text.length), Math.min(Math.max(a, b), text.length)];
          const position = (offset: number): object => {
            const before = text.slice(0, offset).split(/\r\n|\r|\n/);
            // Between the two characters of a line end, the position is still on the line.
            const isInLineEnd = text[offset - 1] === '\r' && text[offset] === '\n';
            return isInLineEnd
              ? { line: before.length - 1, column: (before.at(-2)?.length ?? 0) + 2 }
              : { line: before.length, column: (before.at(-1)?.length ?? 0) + 1 };
          };
          expect(new FoundFindings(own).add(kind, { start, end, message: 'wrong' }, false, null).span).toEqual(
            { start: position(start), end: position(end) },
          );
        }
      }),
      { numRuns: runs(500) },
    );
  });

  test('has a fingerprint that blanks do not change, and other lines only where they are equal', () => {
    fc.assert(fc.property(
      fc.array(fc.constantFrom('go(a);', 'go(b);', 'moor();'), { maxLength: 8 }),
      fc.array(fc.constantFrom('', ' ', '\t\t', '  '), { minLength: 8, maxLength: 8 }),
      (lines, blanks) => {
        const prints = lineFindings(source(lines.join('\n'))).map(({ fingerprint }) => fingerprint);
        expect(new Set(prints).size).toBe(lines.length);
        for (const print of prints) expect(print).toMatch(/^[0-9a-f]{16}$/);
        expect(lineFindings(
          source(lines.map((line, index) => `${blanks[index]}${line.replace('(', ` (${blanks[index]}`)}`).join('\r\n')),
        ).map(({ fingerprint }) => fingerprint)).toEqual(prints);
        // A line that comes or goes leaves those alone that look otherwise.
        const more = lineFindings(source(['quay();', ...lines].join('\n'))).map(({ fingerprint }) => fingerprint);
        expect(more.slice(1)).toEqual(prints);
        const others = lineFindings(source(lines.join('\n')), 'text/indent').map(({ fingerprint }) => fingerprint);
        expect(others.filter((print) => prints.includes(print))).toEqual([]);
      },
    ));
  });

  test('has the same fingerprint whichever is asked for first, and other findings of its file', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('go(a);', 'go(b);', ''), { minLength: 1, maxLength: 8 }), fc.nat(), (lines, first) => {
        const expected = lineFindings(source(lines.join('\n'))).map(({ fingerprint }) => fingerprint);
        const findings = lineFindings(source(lines.join('\n')));
        if (findings.length === 0) return;
        const chosen = first % findings.length;
        expect(findings[chosen]?.fingerprint).toBe(expected[chosen]);
        expect(findings.toReversed().map(({ fingerprint }) => fingerprint)).toEqual(expected.toReversed());
      }),
    );
  });

  test('is the same for another thread', () => {
    const [finding] = lineFindings(source('go(a);\n')) as [FoundFinding];
    const copy = structuredClone(plainFinding(finding));
    expect(JSON.parse(JSON.stringify(finding))).toEqual(copy);
    expect(copy).toEqual({
      rule: kind.rule, level: kind.level, path: kind.path, span: finding.span, message: 'wrong',
      code: { text: 'go(a);', column: 1, isCut: false }, confidence: 'certain', repair: null, excused: null,
      fingerprint: finding.fingerprint,
    });
  });

  test('comes back as it was kept, with the level of the day', () => {
    const text = fc.array(
      fc.constantFrom('go(a);\n', 'é😀 #\n', '\n', 'x'.repeat(700), '"\\\ud800"\r\n'), { minLength: 1, maxLength: 8 },
    )
      .map((pieces) =>
        source(pieces.join('')));
    fc.assert(fc.property(text, fc.constantFrom<('error' | 'note')[]>('error', 'note'), (own, level) => {
      const found = foundIn(own);
      const findings = found.all;
      const written = writeFindings(found, { lines: 3, waivers: [], misread: [], unfinished: [] });
      const set: RuleSet = {
        id: 'set', rules: new Map([[kind.rule, { level, options: {}, waivers: 'allow', fix: 'allow', ledger: 'allow' }]]),
      };
      for (const copy of [written, structuredClone(written), (unpacked(packed(written)) as FileFindings)]) {
        const list = findingsIn(copy, findings[0]?.path ?? '', set);
        expect(list.all.map((finding) => plainFinding(finding))).toEqual(
          findings.map((finding) => ({ ...plainFinding(finding), level })),
        );
        expect(list.counts).toEqual(countsOf(list.all));
        expect(copy.lines).toBe(3);
        expect(list.open(kind.rule, level)).toEqual(list.all.filter(({ excused }) => excused === null));
        expect(list.open('slips/other', level)).toEqual([]);
        expect(list.open(kind.rule, 'warning')).toEqual([]);
        const odd = list.select(({ span }) => span.start.line % 2 === 1);
        expect(odd.all).toEqual(list.all.filter(({ span }) => span.start.line % 2 === 1));
        expect(odd.counts).toEqual(countsOf(odd.all));
        expect(odd.open(kind.rule, level)).toEqual(odd.all);
      }
    }));
  });
});
