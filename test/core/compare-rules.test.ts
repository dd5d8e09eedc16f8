import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { compareRules, type RuleDifference } from '../../src/core/compare/compare-rules.js';
import type { DecidedRules } from '../../src/core/model/rule-set.js';
import { openWorkspace } from '../../src/host/workspace.js';
import { FILES } from '../support/cascade-model.js';
import { inProject } from '../support/model-project.js';
import { projects } from '../support/random-projects.js';
import { runs } from '../support/runs.js';

const LEVELS = ['off', 'note', 'warning', 'error'];
const OPPOSITE = { stricter: 'looser', looser: 'stricter', different: 'different' } as const;

/** Whether `b` asks for more than `a` where an option is stricter in a direction; written from the words of the options alone. */
function asksMore(a: unknown, b: unknown, direction: string | null): boolean {
  const has = (whole: unknown, part: unknown): boolean => (part as string[]).every((item) => (whole as string[]).includes(item));
  switch (direction) {
    case 'lower':
      return (b as number) < (a as number);
    case 'higher':
      return (b as number) > (a as number);
    case 'true':
    case 'false':
      return String(b) === direction && a !== b;
    case 'more':
      return has(b, a) && !has(a, b);
    case 'fewer':
      return has(a, b) && !has(b, a);
    default:
      return false;
  }
}

/** @param met is told each relation that was met. */
function comparePair(first: DecidedRules, second: DecidedRules, met: Set<string>): void {
  const differences = compareRules(first, second, CATALOG);
  const told = new Map(differences.map((one) => [one.rule, one]));
  for (const rule of CATALOG.rules) {
    const [a, b] = [first.set.rules.get(rule.id), second.set.rules.get(rule.id)];
    if (a === undefined || b === undefined) continue;
    const steps: string[] = [];
    const changed: string[] = [];
    if (a.level !== b.level) steps.push(LEVELS.indexOf(b.level) > LEVELS.indexOf(a.level) ? 'stricter' : 'looser');
    if (a.level !== 'off' && b.level !== 'off') {
      for (const name of Object.keys(rule.options)) {
        const [before, after] = [a.options[name], b.options[name]];
        const isSame = Array.isArray(before)
          ? [...new Set(before)].sort().join('\n') === [...new Set(after as string[])].sort().join('\n')
          : before === after;
        if (isSame) continue;
        const direction = rule.options[name]?.stricter ?? null;
        changed.push(name);
        steps.push(asksMore(before, after, direction) ? 'stricter' : asksMore(after, before, direction) ? 'looser' : 'different');
      }
    }
    for (const part of ['waivers', 'fix', 'ledger'] as const) {
      if (a[part] !== b[part]) steps.push(b[part] === 'refuse' ? 'stricter' : 'looser');
    }
    const expected = steps.length === 0 || (a.level === 'off' && b.level === 'off') ? undefined
      : steps.every((step) => step === steps[0]) ? steps[0]
      : 'different';
    expect([rule.id, told.get(rule.id)?.relation, told.get(rule.id)?.options]).toEqual(
      [rule.id, expected, expected === undefined ? undefined : changed],
    );
    if (expected !== undefined) met.add(expected);
  }
  const back = compareRules(second, first, CATALOG);
  const plain = (list: readonly RuleDifference[], turn: boolean): unknown[] =>
    list.map(({ rule, relation, options: own }) => [rule, turn ? OPPOSITE[relation] : relation, own]);
  expect(plain(back, true)).toEqual(plain(differences, false));
  expect(compareRules(first, first, CATALOG)).toEqual([]);
}

describe('two files compared', () => {
  test('are as a model of the comparison says, and the other way round the opposite', async () => {
    const met = new Set<string>();
    await fc.assert(fc.asyncProperty(projects, async (project) => {
      await inProject(project, ({ options }) => {
        const workspace = openWorkspace(options);
        const sets = FILES.map((file) => workspace.explain(file).rules);
        sets.forEach((first, index) => comparePair(first, sets[(index + 1) % sets.length] as DecidedRules, met));
      });
    }), { numRuns: runs(8, 200) });
    expect([...met].sort()).toEqual(['different', 'looser', 'stricter']);
  });
});
