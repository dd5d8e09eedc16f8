import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits } from '../../src/core/base/apply-edits.js';
import { FollowedFindings } from '../../src/core/inspect/followed-findings.js';
import type { Finding } from '../../src/core/model/finding.js';
import type { Language } from '../../src/core/base/language.js';
import type { Edit } from '../../src/core/base/edit.js';
import { SourceText } from '../../src/core/base/source-text.js';
import { runs, size } from '../support/runs.js';
import { languageById } from '../../src/core/languages/languages.js';

function source(text: string): SourceText {
  return new SourceText('a.js', languageById('javascript') as Language, text);
}

/** Findings are `#`, each with a fingerprint of what stands around it. */
function findingsIn(text: SourceText): Finding[] {
  return [...text.text.matchAll(/#/g)].map(({ index }, number) => ({
    rule: 'harbour/sign',
    level: 'warning',
    path: 'a.js',
    span: { start: text.positionAt(index), end: text.positionAt(index + 1) },
    message: 'a sign',
    code: { text: '', column: 1, isCut: false },
    confidence: 'certain',
    repair: null,
    fingerprint: `${number} ${text.lineAround(index).text}`, excused: null,
  }));
}

const words = fc.array(fc.constantFrom('#', 'a', 'bb', ' ', '\n', '\r\n'), { minLength: 1, maxLength: 20 });
/** Edits between findings: for each piece of text without a finding what takes its place, or null where it stays. */
const changes = fc.array(fc.option(fc.constantFrom('', 'x', ' ', '\n', 'y\nz')), { minLength: 20, maxLength: 20 });

describe('known findings', () => {
  test('are found again after edits around them, and not confused with others', () => {
    let moved = 0;
    fc.assert(fc.property(words, changes, fc.integer({ min: 1, max: 7 }), (pieces, edits, step) => {
      const text = source(pieces.join(''));
      const findings = findingsIn(text);
      const known = findings.filter((_, index) => index % step === 0);
      const followed = FollowedFindings.of(findings, text, (one) => known.includes(one));
      const list: Edit[] = [];
      let offset = 0;
      for (const [index, piece] of pieces.entries()) {
        const change = edits[index] ?? null;
        if (piece !== '#' && change !== null && !change.includes('#')) {
          list.push({ start: offset, end: offset + piece.length, text: change });
        }
        offset += piece.length;
      }
      followed.follow(list);
      const after = applyEdits(text, list);
      const now = findingsIn(after);
      expect(now.length).toBe(findings.length);
      const told = followed.changed(now, after);
      // Signs keep their order, so the one of a number is the one of that number.
      expect(told.map(({ was, now: one }) => [findings.indexOf(was as Finding), now.indexOf(one as Finding)])).toEqual(
        known.flatMap((was) => {
          const index = findings.indexOf(was);
          return was.fingerprint === now[index]?.fingerprint ? [] : [[index, index]];
        }),
      );
      for (const { now: one, code } of told) expect(code).toBe(after.lineText(one.span.start.line).trim());
      moved += told.length;
    }), { numRuns: runs(600) });
    expect(moved).toBeGreaterThan(size(0, 100));
  });

  test('stay excused by the ledger, with the same words', () => {
    const text = source('#\n#\n');
    const [first, second] = findingsIn(text) as [Finding, Finding];
    const excuse = { by: 'ledger', line: 7, because: 'old', until: null, status: 'accepted' } as const;
    const followed = FollowedFindings.of([{ ...first, excused: excuse }, second], text, () => true);
    followed.follow([{ start: 0, end: 0, text: '\n\n' }]);
    const after = source('\n\n#\n#\n');
    expect(followed.excuse(findingsIn(after), after).map(({ excused }) => excused)).toEqual([excuse, null]);
    expect(FollowedFindings.of([first], text, () => false).changed(findingsIn(after), after)).toEqual([]);
  });
});
