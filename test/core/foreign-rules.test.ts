import { expect, test } from 'vitest';
import { languageById } from '../../src/core/base/languages.js';
import type { Language } from '../../src/core/base/language.js';
import { SourceText } from '../../src/core/base/source-text.js';
import { DirectoryRules } from '../../src/core/cascade/directory-rules.js';
import { isInForce } from '../../src/core/cascade/in-force.js';
import { Resolver } from '../../src/core/cascade/resolver.js';
import { makeForeignRule } from '../../src/core/catalog/foreign-rule.js';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { FileFindings } from '../../src/core/inspect/found-finding.js';
import { inspectionOf, keptInspection } from '../../src/core/inspect/kept-inspection.js';
import { countsOf } from '../../src/core/inspect/tally.js';
import { readLayer } from '../../src/core/layers/read-layer.js';
import type { ActiveLevel } from '../../src/core/model/level.js';
import type { DecidedRules } from '../../src/core/model/rule-set.js';
import type { Decision } from '../../src/core/model/statement.js';

const ID = 'compiler/wunused-variable';
const catalog = CATALOG.with([makeForeignRule({ id: ID, ownIds: ['-Wunused-variable'], level: 'warning', title: null, about: null, address: null })]);

/** What a root's layer file decides for a file. */
function decide(layer: string): { readonly rules: DecidedRules; readonly decision: Decision } {
  const { layer: read, problems } = readLayer(layer, { file: 'elvar.yaml', role: 'root' }, catalog);
  expect(problems).toEqual([]);
  const rules = DirectoryRules.NONE.with(read, () => undefined).rulesFor('berth.cpp', 'cpp', new Resolver(catalog, '2026-11-30', []));
  return { rules, decision: rules.decisions.get(ID) as Decision };
}

test('a rule of another program is on by its nature, for files of every language', () => {
  const { rules, decision } = decide('');
  expect([decision.level, decision.by, rules.set.rules.get(ID)?.keepsLevels]).toEqual(['warning', 0, true]);
  for (const language of ['cpp', 'python', 'text'] as const) expect(isInForce(decision, language, catalog)).toBe(true);
  // One of Elvar's own is off, and never keeps anything.
  expect([rules.set.rules.get('text/line-width')?.level, rules.set.rules.get('text/line-width')?.keepsLevels]).toEqual(['off', undefined]);
});

test.each<[string, string, ActiveLevel | 'off', boolean]>([
  ['its own id', `rulings: { ${ID}: note }\n`, 'note', false],
  ['its concern', 'rulings: { compiler/*: error }\n', 'error', false],
  ['everything', 'rulings: { "*": off }\n', 'off', false],
  ['a cap that lowers it', 'at-most: note\n', 'note', false],
  ['a cap that lowers nothing', 'at-most: warning\n', 'warning', true],
  ['waivers alone', `rulings: { ${ID}: { waivers: refuse } }\n`, 'warning', true],
])('a level is decided by %s', (_, layer, level, keepsLevels) => {
  const { rules, decision } = decide(layer);
  expect([decision.level, rules.set.rules.get(ID)?.keepsLevels === true]).toEqual([level, keepsLevels]);
});

test('rule sets that differ in that alone are two', () => {
  const resolver = new Resolver(catalog, '2026-11-30', []);
  const setOf = (layer: string): string => DirectoryRules.NONE.with(readLayer(layer, { file: 'elvar.yaml', role: 'root' }, catalog).layer, () => undefined).rulesFor('a.cpp', 'cpp', resolver).set.id;
  expect(setOf('')).toBe(setOf('title: The same\n'));
  expect(setOf('')).not.toBe(setOf(`rulings: { ${ID}: warning }\n`));
});

test('findings keep their levels until a layer sets one', () => {
  const text = new SourceText('berth.cpp', languageById('cpp') as Language, 'int quay;\nint tide;\nint pier;\n');
  const found = new FileFindings(text);
  for (const [start, ownLevel] of [[4, 'error'], [14, 'note'], [24, 'error']] as const) found.add({ rule: ID, level: ownLevel, ownLevel, confidence: 'certain', repairs: 'safe' }, { start, end: start + 4, message: 'unused' }, false, null);
  const kept = keptInspection({ lines: 3, findings: found.all, waivers: [], misread: [], unfinished: [] });
  const levels = (layer: string): readonly string[] => {
    const inspection = inspectionOf(kept, 'berth.cpp', decide(layer).rules.set);
    expect(inspection.counts).toEqual(countsOf(inspection.findings));
    for (const level of ['error', 'warning', 'note'] as const) expect(inspection.openOf?.(ID, level)).toEqual(inspection.findings.filter((finding) => finding.level === level));
    return inspection.findings.map(({ level }) => level);
  };
  expect(levels('')).toEqual(['error', 'note', 'error']);
  expect(levels('rulings: { compiler/*: warning }\n')).toEqual(['warning', 'warning', 'warning']);
});
