import fc from 'fast-check';
import { beforeAll, describe, expect, test } from 'vitest';
import type { Language } from '../../src/core/base/language.js';
import { SourceText } from '../../src/core/base/source-text.js';
import { DirectoryRules } from '../../src/core/cascade/directory-rules.js';
import { isInForce } from '../../src/core/cascade/in-force.js';
import { Resolver } from '../../src/core/cascade/resolver.js';
import { makeForeignRule } from '../../src/core/catalog/foreign-rule.js';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { stretchOf, type ForeignHit } from '../../src/core/inspect/foreign-hits.js';
import { writeFindings } from '../../src/core/findings/write-findings.js';
import { findingsIn } from '../../src/core/findings/finding-list.js';
import { countsOf } from '../../src/core/findings/finding-counts.js';
import { FoundFindings } from '../../src/core/findings/found-finding.js';
import type { Tools } from '../../src/core/inspect/inspect-file.js';
import { inspect } from '../support/inspect.js';
import { Planner } from '../../src/core/inspect/plan.js';
import type { ForeignRegion } from '../../src/core/intake/foreign-log.js';
import { readLayer } from '../support/layers.js';
import type { ActiveLevel } from '../../src/core/model/level.js';
import type { DecidedRules } from '../../src/core/model/rule-set.js';
import { Spelling } from '../../src/core/syntax/spelling.js';
import { builtDictionary, builtGrammars } from '../support/grammars.js';
import type { Decision } from '../../src/core/model/statement.js';
import { languageById } from '../../src/core/languages/languages.js';

const ID = 'compiler/wunused-variable';
const catalog = CATALOG.with(
  [makeForeignRule({ id: ID, ownIds: ['-Wunused-variable'], level: 'warning', title: null, about: null, address: null })],
);

/** What a root's layer file decides for a file. */
function decide(layer: string): { readonly rules: DecidedRules; readonly decision: Decision } {
  const { layer: read, problems } = readLayer(layer, { file: 'elvar.yaml', role: 'root' }, catalog);
  expect(problems).toEqual([]);
  const rules = DirectoryRules.NONE.with(read, () => undefined).rulesFor(
    'berth.cpp', 'cpp', new Resolver(catalog, '2026-11-30', []),
  );
  return { rules, decision: rules.decisions.get(ID) as Decision };
}

test('a rule of another program is on by its nature, for files of every language', () => {
  const { rules, decision } = decide('');
  expect([decision.level, decision.by, rules.set.rules.get(ID)?.keepsUpTo]).toEqual(['warning', 0, 'error']);
  for (const language of ['cpp', 'python', 'text'] as const) expect(isInForce(decision, language, catalog)).toBe(true);
  // One of Elvar's own is off, and never keeps anything.
  expect(
    [rules.set.rules.get('text/line-width')?.level, rules.set.rules.get('text/line-width')?.keepsUpTo],
  ).toEqual(['off', undefined]);
});

test.each<[string, string, ActiveLevel | 'off', ActiveLevel | null]>([
  ['its own id', `rulings: { ${ID}: note }\n`, 'note', null],
  ['its concern', 'rulings: { compiler/*: error }\n', 'error', null],
  ['everything', 'rulings: { "*": off }\n', 'off', null],
  ['a cap that lowers it', 'at-most: note\n', 'note', null],
  ['a cap that lowers only what came with a higher level', 'at-most: warning\n', 'warning', 'warning'],
  ['a cap that lowers nothing', 'at-most: error\n', 'warning', 'error'],
  ['the lowest of several caps', `at-most: warning\nzones: [{ at-most: error }]\n`, 'warning', 'warning'],
  ['a guard, which no cap weakens', `at-most: warning\nrulings: { ${ID}: { guard: fixed } }\n`, 'warning', 'error'],
  ['waivers alone', `rulings: { ${ID}: { waivers: refuse } }\n`, 'warning', 'error'],
])('a level is decided by %s', (_, layer, level, keepsUpTo) => {
  const { rules, decision } = decide(layer);
  expect([decision.level, rules.set.rules.get(ID)?.keepsUpTo ?? null]).toEqual([level, keepsUpTo]);
});

test('rule sets that differ in that alone are two', () => {
  const resolver = new Resolver(catalog, '2026-11-30', []);
  const setOf = (layer: string): string =>
    DirectoryRules.NONE.with(readLayer(layer, { file: 'elvar.yaml', role: 'root' }, catalog).layer, () => undefined)
      .rulesFor('a.cpp', 'cpp', resolver).set.id;
  expect(setOf('')).toBe(setOf('title: The same\n'));
  expect(setOf('')).not.toBe(setOf(`rulings: { ${ID}: warning }\n`));
});

test('findings keep their levels until a layer sets one', () => {
  const text = new SourceText('berth.cpp', languageById('cpp') as Language, 'int quay;\nint tide;\nint pier;\n');
  const found = new FoundFindings(text);
  for (const [start, ownLevel] of [[4, 'error'], [14, 'note'], [24, 'error']] as const) {
    found.add(
      { rule: ID, level: ownLevel, ownLevel, confidence: 'certain', repairs: 'safe' },
      { start, end: start + 4, message: 'unused' },
      false,
      null,
    );
  }
  const written = writeFindings(found, { lines: 3, waivers: [], misread: [], unfinished: [] });
  const levels = (layer: string): readonly string[] => {
    const list = findingsIn(written, 'berth.cpp', decide(layer).rules.set);
    expect(list.counts).toEqual(countsOf(list.all));
    for (const level of ['error', 'warning', 'note'] as const) {
      expect(list.open(ID, level)).toEqual(list.all.filter((finding) => finding.level === level));
    }
    return list.all.map(({ level }) => level);
  };
  expect(levels('')).toEqual(['error', 'note', 'error']);
  expect(levels('rulings: { compiler/*: warning }\n')).toEqual(['warning', 'warning', 'warning']);
});

describe('what another program found in a file', () => {
  const grammars = builtGrammars();
  const TEXT = '# elvar waive compiler/* because the tide gauge is old\nquay = 1\n  pier = "é😀" + tide\n';
  const hit = (region: ForeignRegion | null, more: Partial<ForeignHit> = {}): ForeignHit => ({
    rule: ID, level: 'error', message: 'unused', region, suppressed: null, notes: [], ...more,
  });
  const at = (
    line: number,
    column: number | null = null,
    endLine: number | null = null,
    endColumn: number | null = null,
    columnsAre: 'utf16' | 'code-points' = 'utf16',
  ): ForeignRegion =>
    ({ by: 'lines', line, column, endLine, endColumn, columnsAre });

  function inspected(found: readonly ForeignHit[], layer = '', text = TEXT): ReturnType<typeof inspect> {
    const tools: Tools = {
      today: '2026-11-30',
      needsReasons: false,
      ownFiles: new Set(),
      grammars,
      planner: new Planner(catalog, grammars),
      spelling: new Spelling(builtDictionary),
      foreign: (own) => (own === 'berth.py' ? found : []),
    };
    return inspect(new SourceText('berth.py', languageById('python') as Language, text), decide(layer).rules.set, tools);
  }

  beforeAll(() => grammars.load(new Set(['python'])));

  test.each<[string, ForeignRegion | null, string]>([
    ['the word at its place', at(3, 3), 'pier'],
    ['a line without its indentation', at(3), 'pier = "é😀" + tide'],
    ['columns in UTF-16 units', at(3, 18, null, 22), 'tide'],
    ['columns in characters', at(3, 17, null, 21, 'code-points'), 'tide'],
    ['several lines', at(2, 8, 3, 7), '1\n  pier'],
    ['lines without columns', at(2, null, 3), 'quay = 1\n  pier = "é😀" + tide'],
    ['offsets', { by: 'offset', offset: 55, length: 4 }, 'quay'],
    ['the first line if it is about the file', null, '# elvar waive compiler/* because the tide gauge is old'],
    ['what is left of a file that is shorter now', at(90, 3), ''],
    ['what is left of a line that is shorter now', at(2, 90, null, 99), ''],
  ])('is at %s', (_, region, meant) => {
    const text = new SourceText('berth.py', languageById('python') as Language, TEXT);
    const { start, end } = stretchOf(text, region);
    expect(TEXT.slice(start, end)).toBe(meant);
  });

  test('is within the file, whatever a log says', () => {
    const number = fc.oneof(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 2 ** 31 }));
    const region = fc.oneof(
      fc.record({
        by: fc.constant<'lines'>('lines'),
        line: number,
        column: fc.option(number),
        endLine: fc.option(number),
        endColumn: fc.option(number),
        columnsAre: fc.constantFrom<('utf16' | 'code-points')[]>('utf16', 'code-points'),
      }),
      fc.record({ by: fc.constant<'offset'>('offset'), offset: number, length: fc.nat() }),
    );
    fc.assert(fc.property(fc.array(fc.constantFrom('a', ' ', '\n', '\r\n', '😀'), { maxLength: 20 }), region, (parts, own) => {
      const text = new SourceText('a.py', languageById('python') as Language, parts.join(''));
      const { start, end } = stretchOf(text, own);
      expect([start >= 0, start <= end, end <= text.text.length]).toEqual([true, true, true]);
    }));
  });

  test('is excused by a waiver, which is not unused then', () => {
    const { findings } = inspected([hit(at(2, 1)), hit(at(3, 3))], 'rulings: { waivers/unused: error }\n');
    expect(findings.map(
      ({ rule, level, span, excused }) => [rule, level, span.start.line, excused?.by ?? null, excused?.because ?? null],
    )).toEqual(
      [[ID, 'error', 2, 'waiver', 'the tide gauge is old'], [ID, 'error', 3, null, null]],
    );
    expect(
      inspected([hit(at(3, 3))], 'rulings: { waivers/unused: error }\n').findings.map(({ rule }) => rule),
    ).toEqual(['waivers/unused', ID]);
    expect(
      inspected([hit(at(2, 1))], 'rulings: { compiler/*: { waivers: refuse } }\n').findings.map(({ excused }) => excused),
    ).toEqual([null]);
  });

  test('stays excused where the program itself does not count it', () => {
    const [finding] = inspected([hit(at(3, 3), { suppressed: { justification: 'a false alarm' } })]).findings;
    expect(finding?.excused).toEqual({ by: 'producer', line: 3, because: 'a false alarm', until: null, status: null });
  });

  test('counts for nothing where the rule is off or unknown', () => {
    expect(
      inspected([hit(at(3, 3)), hit(at(3, 3), { rule: 'compiler/other' })], `rulings: { ${ID}: off }\n`).findings,
    ).toEqual([]);
  });

  test('stands among what Elvar found, in the order of the text', () => {
    const { findings } = inspected(
      [hit(at(3, 3), { level: 'note' }), hit(at(2, 8)), hit(at(3, 3))],
      'rulings: { text/line-width: { level: warning, options: { max: 20 } } }\n',
    );
    expect(findings.map(({ rule, level, span: { start } }) => `${start.line}:${start.column} ${level} ${rule}`)).toEqual(
      ['1:21 warning text/line-width', `2:8 error ${ID}`, `3:3 note ${ID}`, `3:3 error ${ID}`],
    );
  });
});
