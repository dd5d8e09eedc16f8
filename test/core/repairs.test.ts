import { beforeAll, describe, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import type { Tools } from '../../src/core/inspect/inspect-file.js';
import { inspect } from '../support/inspect.js';
import { keyOf } from '../../src/core/model/text-key.js';
import { Planner } from '../../src/core/inspect/plan.js';
import { repairFile, type RepairedText } from '../../src/core/inspect/repair-file.js';
import type { Language } from '../../src/core/base/language.js';
import type { Permission } from '../../src/core/model/freedom.js';
import type { Example, Rule } from '../../src/core/finders/rule.js';
import type { RuleSet } from '../../src/core/model/rule-set.js';
import { SourceText } from '../../src/core/base/source-text.js';
import { Source } from '../../src/core/syntax/source.js';
import { Spelling } from '../../src/core/syntax/spelling.js';
import { builtDictionary, builtGrammars } from '../support/grammars.js';
import { toolsFor } from '../support/projects.js';
import { sampled } from '../support/runs.js';
import { GRAMMARS, languageById } from '../../src/core/languages/languages.js';

const grammars = builtGrammars();
const tools: Tools = {
  today: '2026-11-23',
  needsReasons: false,
  ownFiles: new Set<string>(),
  grammars,
  planner: new Planner(CATALOG, grammars),
  spelling: new Spelling(builtDictionary),
  textKeys: { keyFor: ({ text }) => keyOf(text) },
};
beforeAll(() => grammars.load(GRAMMARS));

function setOf(rules: readonly Rule[], options: Example['options'] = {}, fix: Permission = 'allow'): RuleSet {
  const settings = rules.map((rule) => [rule.id, {
    level: 'warning' as const,
    options: { ...rule.defaults, ...options },
    waivers: 'allow' as const,
    fix,
    ledger: 'allow' as const,
  }] as const);
  return { id: rules.map(({ id }) => id).join(' '), rules: new Map(settings) };
}

function sourceOf({ language: id, file, code }: Pick<Example, 'language' | 'file' | 'code'>): SourceText {
  const language = languageById(id) as Language;
  return new SourceText(
    file ?? `example${language.endings[0]}`, language, code.replace(/^\uFEFF/, ''), code.startsWith('\uFEFF'),
  );
}

function written({ text: { text, hasByteOrderMark } }: RepairedText): string {
  return `${hasByteOrderMark ? '\uFEFF' : ''}${text}`;
}

function parses(text: SourceText): boolean {
  const source = new Source(text, grammars);
  try {
    return !(source.root?.hasError ?? false);
  } finally {
    source.dispose();
  }
}

const REPAIRING = CATALOG.rules.filter(({ repairs }) => repairs);

describe.each(REPAIRING.map((rule) => [rule.id, rule] as const))('%s repairs', (_, rule) => {
  const bad = rule.examples.filter(({ finds }) => finds.length > 0);

  test.each(bad.map((example) => [example.language, example.code, example] as const))('%s: %j', (_language, _code, example) => {
    const set = setOf([rule], example.options);
    const before = sourceOf(example);
    const own = toolsFor(tools, example, set);
    const outcome = repairFile(before, set, own, () => true);
    if (example.repaired !== undefined) expect(written(outcome)).toBe(example.repaired);
    expect(outcome.withdrawn).toEqual([]);
    // It parses, nothing that can be repaired is left, and a second run changes nothing.
    if (parses(before)) expect(parses(outcome.text)).toBe(true);
    expect(inspect(outcome.text, set, own).findings.filter(({ repair }) => repair !== null)).toEqual([]);
    expect(written(repairFile(outcome.text, set, own, () => true))).toBe(written(outcome));
  });

  test('shows what a repair comes to in an example', () => {
    expect(bad.some(({ code, repaired }) => repaired !== undefined && repaired !== code)).toBe(true);
  });

  test('changes nothing where a ruling refuses it, or where others are asked for', () => {
    for (const example of bad) {
      const before = sourceOf(example);
      expect(repairFile(before, setOf([rule], example.options, 'refuse'), tools, () => true).text.text).toBe(before.text);
      expect(repairFile(before, setOf([rule], example.options), tools, () => false).text.text).toBe(before.text);
    }
  });
});

test('a rule that offers repairs says so', () => {
  const offers = (rule: Rule): boolean => rule.examples.some((example) => example.finds.length > 0
    && inspect(sourceOf(example), setOf([rule], example.options), tools).findings.some(({ repair }) => repair !== null));
  expect(CATALOG.rules.filter(offers).map(({ id }) => id)).toEqual(REPAIRING.map(({ id }) => id));
});

test('all repairs together leave each example in a state that parses and stays', () => {
  const set = setOf(CATALOG.rules.filter(({ id }) => id !== 'text/indent' && id !== 'text/line-ending'));
  for (const rule of CATALOG.rules) {
    for (const example of sampled(rule.examples, 8)) {
      const before = sourceOf(example);
      const outcome = repairFile(before, set, tools, () => true);
      if (parses(before)) {
        expect(
          parses(outcome.text), `${rule.id}: ${JSON.stringify(example.code)} became ${JSON.stringify(outcome.text.text)}`,
        ).toBe(true);
      }
      expect(outcome.withdrawn.filter(({ rule: id }) => id !== 'idiom/quote-mark'), `${rule.id}: ${example.code}`).toEqual([]);
      expect(
        repairFile(outcome.text, set, tools, () => true).text.text, `${rule.id}: ${JSON.stringify(example.code)}`,
      ).toBe(outcome.text.text);
    }
  }
});
