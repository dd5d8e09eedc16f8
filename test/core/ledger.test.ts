import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import fc from 'fast-check';
import { describe, expect, onTestFinished, test } from 'vitest';
import { parse } from 'yaml';
import { Ledger } from '../../src/core/ledger/ledger.js';
import { readLedger } from '../../src/core/ledger/read-ledger.js';
import { readScalar, writeScalar } from '../../src/core/ledger/scalar.js';
import { writeLedger } from '../../src/core/ledger/write-ledger.js';
import type { Finding } from '../../src/core/model/finding.js';
import { LEDGER_STATUSES, type LedgerEntry } from '../../src/core/model/ledger.js';
import { runs } from '../support/runs.js';

const NO_RULES = { id: 'none', rules: new Map() };

const word = fc.oneof(
  fc.string({ unit: 'grapheme', minLength: 1, maxLength: 12 }),
  fc.string(
    { unit: fc.constantFrom(...'ab1 :#-"\'\\{}[]&*!|>%@`,?~=.\t\n\u0085\u00a0\u2028\u3000\ufeff'), minLength: 1, maxLength: 10 },
  ),
  fc.constantFrom(
    'true', 'No', 'null', '~', '1.5', '12e4567890123456', '2027-01-31', 'a: b', 'a #b', '- a', '? a', '<<', '=', "it's", 'a "b"',
    'if (a == b) {',
  ),
);
const day = fc.constantFrom('2026-01-31', '2026-11-23', '2027-02-28');
const orNull = <Value>(value: fc.Arbitrary<Value>): fc.Arbitrary<Value | null> => fc.option(value, { nil: null });
const entry: fc.Arbitrary<LedgerEntry> = fc.record({
  path: fc.oneof(fc.constantFrom('a.js', 'b/a.js', 'b/b.js', '-x', '#y'), word), rule: fc.constantFrom(
    'slips/loose-compare', 'text/line-width',
  ),
  line: orNull(fc.integer({ min: 1, max: 3000 })), code: orNull(word),
  fingerprint: fc.oneof(
    fc.string({ unit: fc.constantFrom(...'0123456789abcdef'), minLength: 16, maxLength: 16 }),
    fc.constantFrom('1234567890123456', '12e4567890123456'),
  ),
  status: fc.constantFrom(...LEDGER_STATUSES), because: orNull(word), since: orNull(day), until: orNull(day),
});
const entries = fc.array(entry, { maxLength: 8 });

function written(list: readonly LedgerEntry[], before: string | null = null): string {
  return writeLedger(before, list.map((added) => ({ added })));
}

/** The entries as YAML itself reads them, in an order of their own. */
function asYaml(text: string): unknown[] {
  return sorted((parse(text) as { findings: unknown[] }).findings);
}

function sorted(list: readonly unknown[]): unknown[] {
  return list.map((item) => JSON.stringify(item, Object.keys(item as object).sort())).sort();
}

function plain(list: readonly LedgerEntry[]): unknown[] {
  return sorted(list.map(({ path, rule, line, code, fingerprint, status, because, since, until }) =>
    Object.fromEntries(Object.entries({ path, rule, line, code, fingerprint, status, because, since, until })
      .filter(([, value]) => value !== null))));
}

describe('the text of a ledger', () => {
  test('is YAML with the recorded entries, and is read back as that', () => {
    fc.assert(fc.property(entries, (list) => {
      const text = written(list);
      expect(asYaml(text)).toEqual(plain(list));
      const { entries: read, problems } = readLedger(text, 'ledger');
      expect(problems).toEqual([]);
      expect(plain(read)).toEqual(plain(list));
      const lines = text.split('\n');
      for (const { writtenIn } of read) expect(lines[writtenIn - 1]).toMatch(/^- path:/);
    }), { numRuns: runs(50, 3_000) });
  });

  test('is the same whatever the order of the entries, and whether they are written at once or later', () => {
    fc.assert(fc.property(entries, entries, (first, second) => {
      const all = written([...first, ...second]);
      expect(written([...second, ...first].reverse())).toBe(all);
      const begun = written(first);
      const kept = readLedger(begun, 'ledger').entries.map((one) => ({ kept: one, changes: {} }));
      expect(writeLedger(begun, [...kept, ...second.map((added) => ({ added }))])).toBe(all);
    }));
  });

  test('simple texts are read without the YAML parser, and just as it reads them', () => {
    fc.assert(fc.property(word, (text) => {
      const value = writeScalar(text);
      expect((parse(`key: ${value}\n`) as { key: unknown }).key).toBe(text);
      expect([null, text]).toContain(readScalar(value));
    }), { numRuns: runs(1_000, 20_000) });
    fc.assert(fc.property(word, (text) => {
      const read = readScalar(text);
      if (read !== null) expect((parse(`key: ${text}\n`) as { key: unknown }).key).toBe(read);
    }), { numRuns: runs(2000) });
  });

  const PEOPLE = `# ours
findings:
  # the gate
  - path: a.js
    rule: slips/loose-compare  # really
    fingerprint: "0000000000000001"
    because: >
      it is
      folded

  - {path: b.js, rule: text/line-width, fingerprint: 00000000000000aa, status: planned, until: 2027-01-31}
# the end
`;

  test('keeps what people wrote', () => {
    const { entries: [first, second], problems } = readLedger(PEOPLE, 'ledger');
    expect(problems).toEqual([]);
    expect(first).toMatchObject({ because: 'it is folded\n', status: 'accepted', line: null, writtenIn: 4 });
    expect(second).toMatchObject({ status: 'planned', until: '2027-01-31', writtenIn: 11 });
    const kept = [first, second].map((one) => ({ kept: one as NonNullable<typeof one>, changes: {} }));
    expect(writeLedger(PEOPLE, kept)).toBe(
      PEOPLE.replace('findings:\n', 'findings:\n  # a.js\n').replace('\n\n', '\n\n  # b.js\n'),
    );
    const changed = writeLedger(
      PEOPLE, kept.map(({ kept: one }) => ({ kept: one, changes: { status: 'mistaken' as const, until: null } })),
    );
    for (const comment of ['# ours', '# the gate', '# really', '# the end']) expect(changed).toContain(comment);
    expect(readLedger(changed, 'ledger').entries).toMatchObject(
      [{ status: 'mistaken', because: 'it is folded\n' }, { status: 'mistaken', until: null }],
    );
  });

  test('in any form that YAML allows', () => {
    const flow = 'findings: [{path: a.js, rule: a/b, fingerprint: 00000000000000aa}, {path: b.js, rule: a/b, fingerprint: '
      + '00000000000000bb}] # both\n';
    const { entries: read } = readLedger(flow, 'ledger');
    const next = writeLedger(flow, [
      { kept: read[1] as (typeof read)[1], changes: { because: 'c' } },
      { added: { ...(read[0] as (typeof read)[0]), path: 'A.js' } },
    ]);
    expect(next).toContain('# both');
    expect(readLedger(next, 'ledger').entries).toMatchObject([{ path: 'A.js' }, { path: 'b.js', because: 'c' }]);
    expect(writeLedger('', [{ added: read[0] as (typeof read)[0] }])).toContain('a.js');
  });

  test('keeps the line ends of Windows', () => {
    const text = written(
      [{
        path: 'a', rule: 'b/c', line: 1, code: 'x', fingerprint: '00000000000000aa', status: 'accepted', because: null,
        since: null, until: null,
      }],
    ).replaceAll('\n', '\r\n');
    const { entries: [one] } = readLedger(text, 'ledger');
    expect(one).toMatchObject({ path: 'a', status: 'accepted' });
    const next = writeLedger(text, [{ kept: one as NonNullable<typeof one>, changes: { because: 'd' } }]);
    expect(next.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/);
  });
});

describe('mistakes', () => {
  test.each([
    ['findings:\n- rule: a/b\n', ['missing-key', 'missing-key']],
    ['findings:\n- path: a\n  rule: a/b\n  fingerprint: xyz\n', ['wrong-type']],
    [
      'findings:\n- path: a\n  rule: a/b\n  fingerprint: 00000000000000aa\n  status: perhaps\n  reason: x\n',
      ['bad-value', 'unknown-key'],
    ],
    ['findings:\n- path: a\n  rule: a/b\n  fingerprint: 00000000000000aa\n  until: 2027-02-30\n', ['bad-date']],
    ['findings:\n- path: a\n  path: b\n  rule: a/b\n  fingerprint: 00000000000000aa\n', ['key-twice']],
    ['findings:\n- path: a\n   rule: a/b\n', ['yaml-syntax', 'yaml-syntax']],
    ['- a\n', ['not-a-mapping']],
    ['entries: []\n', ['missing-key', 'unknown-key']],
    ['findings:\n<<<<<<< HEAD\n- path: a\n=======\n- path: b\n>>>>>>> other\n', ['merge-conflict']],
  ])('%j', (text, codes) => {
    expect(readLedger(text, 'ledger').problems.map(({ detail }) => detail.code).sort()).toEqual(codes);
  });
});

describe('the account', () => {
  const finding = (path: string, fingerprint: string, rule = 'slips/loose-compare'): Finding => ({
    rule,
    level: 'error',
    path,
    span: { start: { line: 3, column: 1 }, end: { line: 3, column: 2 } },
    message: '',
    code: { text: '', column: 1, isCut: false },
    confidence: 'certain',
    repair: null,
    fingerprint,
    excused: null,
  });
  const prints = ['00000000000000aa', '00000000000000bb'];
  const small = fc.record({
    path: fc.constantFrom('a', 'b', 'old'),
    rule: fc.constantFrom('a/b', 'c/d'),
    fingerprint: fc.constantFrom(...prints),
    until: fc.constantFrom(null, '2026-11-22', '2026-11-23'),
  }).map((part): LedgerEntry => ({ ...part, line: 1, code: null, status: 'accepted', because: null, since: null }));

  test('agrees with a search through all entries', () => {
    fc.assert(fc.property(fc.array(small, { maxLength: 6 }), fc.boolean(), (list, isRenamed) => {
      const known = readLedger(written(list), 'ledger').entries;
      const ledger = new Ledger(known, '2026-11-23', isRenamed ? new Map([['old', 'b']]) : undefined);
      const findings = ['a', 'b'].flatMap((path) =>
        ['a/b', 'c/d'].flatMap((rule) => prints.map((print) => finding(path, print, rule))));
      const about = (found: Finding): typeof known => known.filter(({ path, rule, fingerprint }) =>
        (isRenamed && path === 'old' ? 'b' : path) === found.path && rule === found.rule && fingerprint === found.fingerprint);
      for (const found of findings) {
        const counting = about(found).find(({ until }) => until !== '2026-11-22');
        const [judged] = ledger.excuse([found], NO_RULES) as [Finding];
        expect(judged.excused?.line ?? null).toBe(counting?.writtenIn ?? null);
      }
      for (const { entry: one, state } of ledger.account({ saw: (path) => path !== 'b' })) {
        const isMet = findings.some((found) => about(found).includes(one));
        const path = isRenamed && one.path === 'old' ? 'b' : one.path;
        expect(state).toBe(isMet ? (one.until === '2026-11-22' ? 'due' : 'excuses') : path === 'b' ? 'unknown' : 'gone');
      }
    }));
  });

  test('what a waiver excuses stays with the waiver, and is no reason to drop the entry', () => {
    const ledger = new Ledger(
      readLedger(`findings:\n- path: a\n  rule: slips/loose-compare\n  fingerprint: ${prints[0]}\n`, 'l').entries, '2026-11-23',
    );
    const waived: Finding = {
      ...finding('a', prints[0] as string), excused: { by: 'waiver', line: 1, because: null, until: null, status: null },
    };
    expect(ledger.excuse([waived], NO_RULES)).toEqual([waived]);
    expect(ledger.account({ saw: () => true })[0]?.state).toBe('excuses');
  });
});

test('two branches that add entries merge without a conflict in nearly all cases, to what both wrote', () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'elvar-ledger-'));
  onTestFinished(() => rmSync(folder, { recursive: true, force: true }));
  const [ours, base, theirs] = ['ours', 'base', 'theirs'].map((name) => path.join(folder, name)) as [string, string, string];
  const place = fc.record({
    directory: fc.integer({ min: 0, max: 9 }),
    file: fc.integer({ min: 0, max: 9 }),
    rule: fc.constantFrom('slips/loose-compare', 'text/line-width', 'dead/import'),
    line: fc.integer({ min: 1, max: 400 }),
  });
  const known = place.map(({ directory, file, rule, line }): LedgerEntry => ({
    path: `services/d${directory}/f${file}.ts`,
    rule,
    line,
    code: `go(${line} == ${file});`,
    fingerprint: `${directory}${file}${line}`.padStart(16, { s: 'a', t: 'b', d: 'c' }[rule[0] as string]),
    status: 'accepted',
    because: 'was there',
    since: '2026-11-23',
    until: null,
  }));
  let rounds = 0;
  let merged = 0;
  const few = fc.array(known, { minLength: 1, maxLength: 3 });
  for (const [old, one, two] of fc.sample(
    fc.tuple(fc.array(known, { minLength: 60, maxLength: 60 }), few, few), { numRuns: runs(50), seed: 1 },
  )) {
    writeFileSync(base, written(old));
    writeFileSync(ours, written([...old, ...one]));
    writeFileSync(theirs, written([...old, ...two]));
    rounds += 1;
    const { status, stdout } = spawnSync('git', ['merge-file', '--stdout', ours, base, theirs], { encoding: 'utf8' });
    if (status !== 0) continue;
    merged += 1;
    expect(new Set(plain(readLedger(stdout, 'ledger').entries))).toEqual(new Set(plain([...old, ...one, ...two])));
  }
  expect(merged / rounds).toBeGreaterThan(0.9);
});
