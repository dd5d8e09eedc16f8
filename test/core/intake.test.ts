import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { ForeignFinding } from '../../src/core/intake/foreign-log.js';
import { readLinesLog } from '../../src/core/intake/read-lines.js';
import { isSarif, readSarifLog } from '../../src/core/intake/read-sarif.js';
import { sarifResult } from '../../src/core/intake/sarif-schema.js';
import { isUsualResult } from '../../src/core/intake/usual-result.js';
import { runs } from '../support/runs.js';
import { collidingIds, ruleNameOf } from '../../src/core/intake/rule-name.js';

/** A finding in brief: `LEVEL ID FILE:LINE:COLUMN-ENDLINE:ENDCOLUMN MESSAGE`, with what is not known as a dash. */
function brief({ level, rule, place, message, notes }: ForeignFinding): string {
  const region = place?.region;
  const where = region == null ? '-'
    : region.by === 'offset' ? `@${region.offset}+${region.length}`
    : `${region.line}:${region.column ?? '-'}-${region.endLine ?? '-'}:${region.endColumn ?? '-'}`;
  return [level, rule ?? '-', `${place?.file ?? '-'}:${where}`, message, ...notes.map((note) => `(${note.message})`)].join(' ');
}

describe('the name of a rule', () => {
  test.each([
    ['-Wunused-variable', 'wunused-variable'],
    ['TS6133', 'ts6133'],
    ['-Wformat=', 'wformat'],
    ['a.b/C d', 'a-b-c-d'],
    ['', 'untitled'],
    ['---', 'untitled'],
    ['Ä', 'untitled'],
    [null, 'untitled'],
  ])(
    'of %j is %s',
    (id, name) => {
      expect(ruleNameOf(id)).toBe(name);
    },
  );

  test('may belong to several ids, which is told', () => {
    expect(collidingIds(['a.b', 'a/b', 'c', 'A-B', 'a.b'])).toEqual(new Map([['a-b', ['a.b', 'a/b', 'A-B']]]));
    fc.assert(fc.property(fc.array(fc.string()), (ids) => {
      for (const [name, own] of collidingIds(ids)) expect(new Set(own.map(ruleNameOf))).toEqual(new Set([name]));
    }));
  });
});

describe('lines as compilers print them', () => {
  test.each<[string, string]>([
    ['src/a.c:3: missing semicolon', 'warning - src/a.c:3:---:- missing semicolon'],
    ['src/a.c:3:7: error: expected expression', 'error - src/a.c:3:7--:- expected expression'],
    ['src/a.c:3.7: error: expected expression', 'error - src/a.c:3:7--:- expected expression'],
    ['src/a.c:3.7-9: warning: shadowed', 'warning - src/a.c:3:7--:10 shadowed'],
    ['src/a.c:3.7-4.2: warning: shadowed', 'warning - src/a.c:3:7-4:3 shadowed'],
    ['src/a.c:3-4: warning: shadowed', 'warning - src/a.c:3:--4:- shadowed'],
    ['cc1: src/a.c:3:7: fatal error: no such header', 'error - src/a.c:3:7--:- no such header'],
    ['C:\\work\\a.c:3:7: warning: unused [-Wunused-variable]', 'warning -Wunused-variable C:\\work\\a.c:3:7--:- unused'],
    ['src/A.java:3: warning: [unchecked] unchecked call', 'warning unchecked src/A.java:3:---:- unchecked call'],
    ['src/a.ts(2,19): error TS7006: Parameter is any.', 'error TS7006 src/a.ts:2:19--:- Parameter is any.'],
    ['src/a.cs(2): warning CS0168 : declared and never used', 'warning CS0168 src/a.cs:2:---:- declared and never used'],
    ['src/a.py:3:1: E501 line too long', 'warning - src/a.py:3:1--:- E501 line too long'],
    ['\u001b[1msrc/a.c:3:7: \u001b[31merror: \u001b[0mwrong\u001b[K', 'error - src/a.c:3:7--:- wrong'],
    ['src/a.c:0:0: error: before all lines', 'error - src/a.c:- before all lines'],
  ])('%j', (line, told) => {
    expect(readLinesLog(`${line}\n`).findings.map(brief)).toEqual([told]);
    expect(readLinesLog(`\uFEFFsome words\r\n${line}\r\n   3 | code\r\n`).findings.map(brief)).toEqual([told]);
  });

  test.each([
    '', 'In file included from src/a.h:1,', 'src/a.c: In function ‘f’:', '                 from src/a.c:2:',
    'src/a.c:5:12:   required from here', 'make: *** [Makefile:3: all] Error 2', '    3 | int f(int x) { a:1:2: }',
    'gcc: error: no input files', 'http://x.example:80/a', '2 errors', 'x'.repeat(20_000) + ':1:2: error: y',
  ])('%j is no finding', (line) => {
    expect(readLinesLog(`${line}\n`).findings).toEqual([]);
  });

  test('a note belongs to what is before it, and indented text goes on', () => {
    const log = readLinesLog(
      [
        'a.c:1:2: warning: first [-Wa]', '    1 | code', 'a.c:5:6: note: declared here', 'a.ts(1,7): error TS2322: One thing',
        '  is not the other', '    in detail', 'b.c:9:1: note: alone', '',
      ].join('\n'),
    );
    expect(log.findings.map(brief)).toEqual([
      'warning -Wa a.c:1:2--:- first (declared here)', 'error TS2322 a.ts:1:7--:- One thing\nis not the other\nin detail (alone)',
    ]);
  });

  test('without a column have it from the mark below the code', () => {
    expect(readLinesLog('A.java:3: error: wrong\n  int x = "a";\n          ^\n1 error\n').findings.map(brief)).toEqual(
      ['error - A.java:3:11--:- wrong'],
    );
  });

  test('of compilers on this machine are understood', () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'elvar-test-'));
    try {
      writeFileSync(path.join(folder, 'b.ts'), 'const a: string = 3;\nexport function f(x) { return x }\n');
      const { stdout } = spawnSync(
        process.execPath,
        [
          path.join(import.meta.dirname, '..', '..', 'node_modules', 'typescript', 'bin', 'tsc'),
          '--pretty',
          'false',
          '--strict',
          '--noEmit',
          'b.ts',
        ],
        { cwd: folder, encoding: 'utf8' },
      );
      expect(readLinesLog(stdout).findings.map(({ rule, level, place }) => `${level} ${rule} ${place?.file} `
        + (place?.region?.by === 'lines' ? place.region.line : ''))).toEqual(
        ['error TS2322 b.ts 1', 'error TS7006 b.ts 2'],
      );
    } finally {
      rmSync(folder, { recursive: true });
    }
  });

  test('whatever a log holds, reading it ends and every finding has a place', () => {
    const piece = fc.oneof(
      fc.string(),
      fc.constantFrom('a.c:1:2:', ' error: ', 'note:', '(1,2)', ': ', '[-W', ']', '\n', '\r', '  ', '\u001b[', '9'.repeat(30)),
    );
    fc.assert(fc.property(fc.array(piece, { maxLength: 40 }), (pieces) => {
      const { findings, mistakes } = readLinesLog(pieces.join(''));
      expect(mistakes).toEqual([]);
      for (const { place, message } of findings) expect([place?.file === '', message === '']).toEqual([false, false]);
    }));
  });
});

describe('a SARIF log', () => {
  const log = (...results: object[]): object => ({
    version: '2.1.0',
    runs: [{
      tool: { driver: { name: 'Tide gauge', rules: [
        {
          id: 'T1',
          shortDescription: { text: 'No tide' },
          helpUri: 'https://tide.example/T1',
          defaultConfiguration: { level: 'error' },
          messageStrings: { low: { text: 'too low by {0} of {1} {{m}}' } },
        },
        { id: 'T2' },
      ] } },
      originalUriBaseIds: { SRC: { uri: 'file:///harbour/' }, LIB: { uri: 'lib/', uriBaseId: 'SRC' } },
      artifacts: [{ location: { uri: 'tide.c', uriBaseId: 'LIB' }, hashes: { 'sha-256': 'ABCD' } }],
      results,
    }],
  });
  const at = (startLine: number, more: object = {}): object => ({
    physicalLocation: { artifactLocation: { uri: 'a.c' }, region: { startLine, ...more } },
  });
  const read = (...results: object[]): readonly ForeignFinding[] => readSarifLog(JSON.stringify(log(...results))).findings;

  test.each<[string, object, string[]]>([
    ['has the level of its rule', { ruleId: 'T1', message: { text: 'm' }, locations: [at(3)] }, ['error T1 a.c:3:---:- m']],
    [
      'or its own',
      { ruleId: 'T1', level: 'note', message: { text: 'm' }, locations: [at(3, { startColumn: 2, endLine: 4, endColumn: 5 })] },
      ['note T1 a.c:3:2-4:5 m'],
    ],
    ['or else is a warning', { ruleIndex: 1, message: { text: 'm' }, locations: [at(3)] }, ['warning T2 a.c:3:---:- m']],
    ['has the message of its rule, with arguments', { rule: { index: 0 }, message: { id: 'low', arguments: ['3', '9'] } }, [
      'error T1 -:- too low by 3 of 9 {m}',
    ]],
    ['may go on in its id', { ruleId: 'T1/deep', message: { text: 'm' } }, ['error T1 -:- m']],
    [
      'may point to an artifact',
      {
        message: { text: 'm' },
        locations: [{ physicalLocation: { artifactLocation: { index: 0 }, region: { charOffset: 5, charLength: 2 } } }],
      },
      ['warning - tide.c:@5+2 m'],
    ],
    [
      'has further places as notes',
      {
        message: { text: 'see [here](1)' },
        locations: [at(1), at(2)],
        relatedLocations: [{ ...at(5), message: { text: 'declared' } }],
      },
      ['warning - a.c:1:---:- see here () (declared)'],
    ],
    ['that passed is none', { kind: 'pass', message: { text: 'm' } }, []],
    ['that is gone is none', { baselineState: 'absent', message: { text: 'm' } }, []],
    ['without a level is none', { level: 'none', message: { text: 'm' } }, []],
    ['that is to be reviewed is a note', { kind: 'review', message: { text: 'm' } }, ['note - -:- m']],
  ])('a result %s', (_, result, told) => {
    expect(read(result).map(brief)).toEqual(told);
  });

  test('tells what paths are relative to, and what the file was', () => {
    expect(
      read({ message: { text: 'm' }, locations: [{ physicalLocation: { artifactLocation: { index: 0 } } }] })[0]?.place,
    ).toEqual(
      { file: 'tide.c', base: 'file:///harbour/lib/', region: null, sha256: 'abcd' },
    );
  });

  test.each<[string, object[], ForeignFinding['suppressed']]>([
    ['nothing', [], null],
    ['a comment', [{ kind: 'inSource', justification: 'tides' }], { justification: 'tides' }],
    ['something in doubt', [{ kind: 'external' }, { kind: 'external', status: 'underReview' }], null],
  ])('is suppressed by %s', (_, suppressions, suppressed) => {
    expect(read({ message: { text: 'm' }, suppressions })[0]?.suppressed).toEqual(suppressed);
  });

  test('has rules with titles and addresses', () => {
    expect(readSarifLog(JSON.stringify(log())).rules[0]).toEqual(
      { id: 'T1', level: 'error', title: 'No tide', about: null, address: 'https://tide.example/T1' },
    );
  });

  test.each<[string, string, unknown]>([
    ['that is cut off', '{"version": "2.1.0",\n "runs": [', { line: 2, column: 11 }],
    ['of another version', '{"version": "1.0.0", "runs": []}', { pointer: '/version' }],
    ['without runs', '{"version": "2.1.0"}', { pointer: '/runs' }],
    [
      'with a wrong type',
      JSON.stringify(log({ message: { text: 'm' }, locations: [{ physicalLocation: { region: { startLine: 'one' } } }] })),
      { pointer: '/runs/0/results/0/locations/0/physicalLocation/region/startLine' },
    ],
    ['with a line before the first', JSON.stringify(log({ message: { text: 'm' }, locations: [at(0)] })), {
      pointer: '/runs/0/results/0/locations/0/physicalLocation/region/startLine',
    }],
    [
      'with a strange key',
      JSON.stringify({ version: '2.1.0', runs: [{ tool: { driver: {} }, originalUriBaseIds: { 'a/b~c': 3 } }] }),
      { pointer: '/runs/0/originalUriBaseIds/a~1b~0c' },
    ],
  ])('%s is a mistake with its place', (_, text, at) => {
    const { findings, mistakes } = readSarifLog(text);
    expect(findings).toEqual([]);
    expect(mistakes[0]?.at).toEqual(at);
  });

  test('whatever is changed in it, is read or is a mistake with a place', () => {
    const whole = log({
      ruleId: 'T1',
      message: { text: 'm', id: 'low', arguments: ['1'] },
      locations: [at(3, { startColumn: 2 })],
      suppressions: [{ kind: 'inSource' }],
    });
    const value = fc.oneof(fc.jsonValue(), fc.constantFrom('__proto__', 'constructor', 1e308, -1, {}, []));
    const change = fc.record({
      step: fc.array(fc.nat({ max: 6 }), { maxLength: 9 }),
      value,
      key: fc.constantFrom('__proto__', 'constructor', 'uri', 'text', 'index'),
    });
    fc.assert(fc.property(fc.array(change, { minLength: 1, maxLength: 4 }), (changes) => {
      const data = structuredClone(whole) as Record<string, unknown>;
      for (const { step, value: put, key } of changes) {
        let target: Record<string, unknown> = data;
        for (const one of step) {
          const inner =
            Object.values(target).filter((part) => typeof part === 'object' && part !== null) as Record<string, unknown>[];
          if (inner.length === 0) break;
          target = inner[one % inner.length] as Record<string, unknown>;
        }
        const keys = Object.keys(target);
        Object.defineProperty(target, keys.length > 0 && key !== '__proto__' ? keys[step.length % keys.length] as string : key, {
          value: structuredClone(put), enumerable: true, configurable: true, writable: true,
        });
      }
      const read = readSarifLog(JSON.stringify(data));
      expect(read.mistakes.length === 0 || read.findings.length === 0).toBe(true);
      for (const { at: place } of read.mistakes) expect(place).not.toBeNull();
      expect({}).not.toHaveProperty('polluted');
    }), { numRuns: runs(300, 10_000) });
    fc.assert(fc.property(fc.string(), fc.nat(), (noise, cut) => {
      const text = JSON.stringify(whole);
      const { mistakes } = readSarifLog(text.slice(0, cut % text.length) + noise);
      expect(mistakes.length).toBeGreaterThan(0);
    }), { numRuns: runs(200) });
  });

  test('of the usual form is right by the schema', () => {
    const number = fc.oneof(
      { weight: 12, arbitrary: fc.integer({ min: 1, max: 3 }) },
      { weight: 1, arbitrary: fc.constantFrom(1.5, NaN, 1e300, 0, -1, -2) },
    );
    const some = <Value>(values: fc.Arbitrary<Value>): fc.Arbitrary<unknown> =>
      fc.oneof({ weight: 40, arbitrary: values }, { weight: 1, arbitrary: fc.constantFrom<unknown>(null, 'x', 1, [], {}, true) });
    const text = some(fc.constantFrom('a', '', 'warning'));
    const record = (fields: Record<string, fc.Arbitrary<unknown>>): fc.Arbitrary<unknown> =>
      some(fc.record(fields, { requiredKeys: [] }));
    const message = record({
      text,
      markdown: text,
      id: fc.oneof({ weight: 8, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary: text }),
      arguments: fc.oneof(
        { weight: 8, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary: fc.array(text, { maxLength: 2 }) },
      ),
    });
    const location = record(
      { message, physicalLocation: record(
        {
          artifactLocation: record({ uri: text, uriBaseId: text, index: number }),
          region: record({
            startLine: number, startColumn: number, endLine: number, endColumn: number, charOffset: number, charLength: number,
          }),
        },
      ) },
    );
    const list = some(fc.array(location, { maxLength: 2 }));
    const odd = fc.oneof({ weight: 6, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary: text });
    const result = record({
      ruleId: text, ruleIndex: number, level: fc.oneof(fc.constantFrom('warning', 'none'), odd), message, locations: list,
      relatedLocations: list, kind: odd, suppressions: fc.oneof(odd, list), baselineState: odd,
      rule: fc.oneof(odd, record({ index: number })),
    });
    let usual = 0;
    fc.assert(fc.property(result, (data) => {
      if (!isUsualResult(data)) return;
      usual += 1;
      expect(sarifResult.safeParse(data).success).toBe(true);
    }), { numRuns: runs(4_000) });
    expect(usual).toBeGreaterThan(20);
    expect(isUsualResult({ ruleId: 'a', ruleIndex: 0, level: 'warning', message: { text: 'm' }, locations: [at(3)] })).toBe(true);
  });

  test('is told from lines by how it begins', () => {
    expect([' \n{"version"', '\uFEFF{', '[', 'a.c:1: {', ''].map(isSarif)).toEqual([true, true, false, false, false]);
  });
});
