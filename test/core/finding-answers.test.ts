import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { findingChanges } from '../../src/core/impact/finding-changes.js';
import { listOf } from '../../src/core/findings/finding-list.js';
import { statusOf } from '../../src/core/inspect/file-status.js';
import { narrowed, shown, trusted } from '../../src/core/inspect/select-findings.js';
import { hasFailed, totalsOf } from '../../src/core/inspect/totals.js';
import type { Finding } from '../../src/core/model/finding.js';
import { NOTHING_EXPECTED } from '../../src/core/expectations/broken-expectation.js';
import type { CheckReport } from '../../src/core/inspect/check-report.js';
import type { Rule } from '../../src/core/finders/rule.js';

const LEVELS = ['note', 'warning', 'error'] as const;
const CONFIDENCES = ['possible', 'likely', 'certain'] as const;
const RULES = ['text/line-width', 'slips/loose-compare', 'words/spelling', 'dead/parameter', 'size/branches'];

const excuse = fc.constantFrom('waiver', 'ledger')
  .map((by) => ({ by: by as 'waiver', line: 1, because: null, until: null, status: null }));
const finding: fc.Arbitrary<Finding> = fc.record({
  rule: fc.constantFrom(...RULES), level: fc.constantFrom(...LEVELS), path: fc.constantFrom('a.js', 'b/a.js'),
  span: fc.constant({ start: { line: 1, column: 1 }, end: { line: 1, column: 2 } }),
  message: fc.constant('wrong'),
  code: fc.constant({ text: '', column: 1, isCut: false }),
  confidence: fc.constantFrom(...CONFIDENCES),
  repair: fc.constantFrom('safe' as const, 'offered' as const, null),
  fingerprint: fc.integer({ min: 0, max: 5 }).map((number) => `${number}`.padStart(16, '0')), excused: fc.option(excuse),
});
/** No file has two findings of one rule with one fingerprint. */
const findings = fc.uniqueArray(
  finding, { maxLength: 14, selector: ({ path, rule, fingerprint }) => `${path} ${rule} ${fingerprint}` },
);
const report = fc.tuple(findings, fc.constantFrom('note', 'warning', 'error', 'never')).map(([all, failOn]) => ({
  catalog: CATALOG, failOn, expectations: NOTHING_EXPECTED, files: ['a.js', 'b/a.js', 'c.js'].map(
    (path) => ({ path, findings: listOf(all.filter((one) => one.path === path)) }),
  ),
}) as unknown as CheckReport);

function openOf({ files }: CheckReport): Finding[] {
  return files.flatMap((file) => file.findings.all).filter(({ excused }) => excused === null);
}

describe('what was found', () => {
  test('is counted once, as what it is', () => {
    fc.assert(fc.property(report, (own) => {
      const [all, open] = [own.files.flatMap((file) => file.findings.all), openOf(own)];
      const by = (name: string): number => all.filter(({ excused }) => excused?.by === name).length;
      expect(totalsOf(own)).toEqual({
        files: 3, clean: own.files.filter(({ path }) => !open.some((one) => one.path === path)).length,
        error: open.filter(({ level }) => level === 'error').length,
        warning: open.filter(({ level }) => level === 'warning').length,
        note: open.filter(({ level }) => level === 'note').length,
        fixable: open.filter(({ repair }) => repair === 'safe').length,
        offered: open.filter(({ repair }) => repair === 'offered').length,
        excused: all.length - open.length,
        byWaiver: by('waiver'),
        byLedger: by('ledger'),
      });
    }));
  });

  test('fails for a finding at the level that was agreed on, or above it', () => {
    fc.assert(fc.property(report, (own) => {
      const level = LEVELS.findIndex((name) => name === own.failOn);
      expect(hasFailed(own, own.failOn)).toBe(level >= 0 && openOf(own).some((one) => LEVELS.indexOf(one.level) >= level));
    }));
  });

  test('gives a file the highest level that is open in it', () => {
    fc.assert(fc.property(findings, (all) => {
      const levels = all.filter(({ excused }) => excused === null).map(({ level }) => LEVELS.indexOf(level));
      expect(statusOf(all)).toBe(all.length === 0 ? 'clean' : levels.length === 0 ? 'excused' : LEVELS[Math.max(...levels)]);
    }));
  });

  test('passes each part of a filter that it meets', () => {
    const filter = fc.record({
      level: fc.option(fc.constantFrom(...LEVELS)), confidence: fc.option(fc.constantFrom(...CONFIDENCES)),
      rules: fc.option(fc.subarray(RULES).map((list) => new Set(list))), concerns: fc.option(
        fc.subarray(['text', 'slips', 'words']).map((list) => new Set(list)),
      ),
    });
    fc.assert(fc.property(report, filter, (own, wanted) => {
      const asked = narrowed(own, wanted as Parameters<typeof narrowed>[1]);
      const { report: selected, notShown } = shown(asked, wanted as Parameters<typeof shown>[1]);
      expect(selected.files.map(({ path }) => path)).toEqual(own.files.map(({ path }) => path));
      const expected = own.files.flatMap((file) => file.findings.all).filter((one) => {
        const { confidence } = one;
        const { concern } = CATALOG.get(one.rule) as Rule;
        if (wanted.level !== null && LEVELS.indexOf(one.level) < LEVELS.indexOf(wanted.level)) return false;
        if (wanted.confidence !== null && CONFIDENCES.indexOf(confidence) < CONFIDENCES.indexOf(wanted.confidence)) return false;
        return (wanted.rules?.has(one.rule) ?? true) && (wanted.concerns?.has(concern) ?? true);
      });
      expect(selected.files.flatMap((file) => file.findings.all)).toEqual(expected);
      // What is asked about and not shown is counted, each once.
      expect(notShown.level + notShown.confidence).toBe(openOf(asked).length - openOf(selected).length);
      const trustedEnough = trusted({ ...own, confidence: wanted.confidence as never });
      expect(openOf(trustedEnough)).toEqual(openOf(shown(own, { level: null, confidence: wanted.confidence as never }).report));
    }));
  });

  test('before and after a change appears, disappears, changes level, or stays unmentioned', () => {
    fc.assert(fc.property(findings, findings, (before, after) => {
      const key = ({ path, rule, fingerprint }: Finding): string => `${path} ${rule} ${fingerprint}`;
      const open = (list: readonly Finding[]): Map<string, Finding> =>
        new Map(list.filter(({ excused }) => excused === null).map((one) => [key(one), one]));
      const [old, now] = [open(before), open(after)];
      const changes = findingChanges(before, after);
      const all = (part: 'appearing' | 'disappearing' | 'relevelled'): string[] =>
        [...changes.values()].flatMap((change) => change[part].map(key)).sort();
      expect(all('appearing')).toEqual([...now.keys()].filter((one) => !old.has(one)).sort());
      expect(all('disappearing')).toEqual([...old.keys()].filter((one) => !now.has(one)).sort());
      expect(all('relevelled')).toEqual(
        [...now].filter(([one, { level }]) => old.has(one) && old.get(one)?.level !== level).map(([one]) => one).sort(),
      );
      for (const [rule, { appearing, disappearing, relevelled }] of changes) {
        expect(new Set([...appearing, ...disappearing, ...relevelled].map((one) => one.rule))).toEqual(new Set([rule]));
        for (const one of relevelled) expect(one).toBe(now.get(key(one)));
      }
    }));
  });
});
