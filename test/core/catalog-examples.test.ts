import { beforeAll, describe, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { Planner } from '../../src/core/inspect/plan.js';
import { inspect } from '../support/inspect.js';
import { grammarFor, type Language } from '../../src/core/base/language.js';
import type { Example, Rule } from '../../src/core/finders/rule.js';
import type { RuleSet, RuleSetting } from '../../src/core/model/rule-set.js';
import { SourceText } from '../../src/core/base/source-text.js';
import { Spelling } from '../../src/core/syntax/spelling.js';
import { builtDictionary, builtGrammars } from '../support/grammars.js';
import { toolsFor } from '../support/projects.js';
import { size, whenDeep } from '../support/runs.js';
import { toldFindings, toldStarts } from '../support/told-findings.js';
import { GRAMMARS, languageById, languageOfName, LANGUAGES } from '../../src/core/languages/languages.js';

const grammars = builtGrammars();
const tools = {
  today: '2026-11-23',
  needsReasons: false,
  ownFiles: new Set<string>(),
  grammars,
  planner: new Planner(CATALOG, grammars),
  spelling: new Spelling(builtDictionary),
};
beforeAll(() => grammars.load(GRAMMARS));

/**
 * A rule set in which only `rule` is on; with a rule about waivers come two that waivers are written for, of which one refuses
 * them.
 */
function only(rule: Rule, options: Example['options']): RuleSet {
  const setting = {
    level: 'warning', options: { ...rule.defaults, ...options }, waivers: 'allow', fix: 'allow', ledger: 'allow',
  } as const;
  const rules = new Map<string, RuleSetting>([[rule.id, setting]]);
  if (rule.concern === 'waivers') {
    rules.set('slips/loose-compare', setting).set('safety/dynamic-code', { ...setting, waivers: 'refuse' });
  }
  return { id: rule.id, rules };
}

function sourceOf({ language: id, file, code }: Example): SourceText {
  const language = languageById(id) as Language;
  return new SourceText(
    file ?? `example${language.endings[0]}`, language, code.replace(/^\uFEFF/, ''), code.startsWith('\uFEFF'),
  );
}

function findsIn(rule: Rule, example: Example): string[] {
  const set = only(rule, example.options);
  return toldFindings(inspect(sourceOf(example), set, toolsFor(tools, example, set)).findings, rule, example.finds);
}

describe.each(CATALOG.rules.map((rule) => [rule.id, rule] as const))('%s', (_, rule) => {
  test.each(rule.examples.map((example) => [example.language, example.code, example] as const))(
    '%s: %j', (_language, _code, example) => {
      expect(findsIn(rule, example)).toEqual(example.finds);
    },
  );

  test('has examples that say where a finding ends in each language', () => {
    const told = rule.examples.filter(({ finds }) => finds.length > 0);
    const withEnd = told.filter(({ finds }) => finds.every((one) => /^\d+:\d+-(?:\d+:)?\d+ \S/.test(one)));
    expect(new Set(withEnd.map(({ language }) => language))).toEqual(new Set(told.map(({ language }) => language)));
  });

  whenDeep(() => {
    test('keeps within its text at a code that is cut off anywhere', () => {
      for (const example of rule.examples) {
        for (let length = 0; length < example.code.length; length += 3) {
          const cut = { ...example, code: example.code.slice(0, length) };
          for (const place of findsIn(rule, cut)) {
            const [line, column] = (toldStarts([place])[0] as string).split(':').map(Number) as [number, number];
            const text = cut.code.split(/\r\n|\n/)[line - 1];
            expect(text, `${place} of ${JSON.stringify(cut.code)}`).toBeDefined();
            expect(column).toBeLessThanOrEqual((text as string).length + 1);
          }
        }
      }
    });
  });
});

test('every grammar is used by a language and fits the queries of every rule', () => {
  const all: RuleSet = {
    id: 'all',
    rules: new Map(CATALOG.rules.map(
      (rule) => [rule.id, { level: 'note', options: rule.defaults, waivers: 'allow', fix: 'allow', ledger: 'allow' }],
    )),
  };
  const used = LANGUAGES.filter(({ grammar }) => grammar !== null).flatMap((language) => language.endings.map((ending) => {
    const name = `a${ending}`;
    inspect(new SourceText(name, language, ''), all, tools);
    return grammarFor(language, name);
  }));
  expect(new Set(used)).toEqual(new Set(GRAMMARS));
});

whenDeep(() => {
  test('code that is nested deeper than calls can be, or is cut off, stops no rule', () => {
    const all: RuleSet = {
      id: 'all',
      rules: new Map(CATALOG.rules.map(
        (rule) => [rule.id, { level: 'note', options: rule.defaults, waivers: 'allow', fix: 'allow', ledger: 'allow' }],
      )),
    };
    const codesOf = (deep: number): [string, string][] => [
      ['a.js', `${'('.repeat(deep)}1\n`], ['a.js', `a = ${'['.repeat(deep)}${']'.repeat(deep)};\n`], [
        'a.ts',
        `const ${'['.repeat(deep)}a${']'.repeat(deep)} = b;\n`,
      ],
      ['a.js', `a = ${'b && '.repeat(deep)}c;\n`], ['a.js', `a = ${"'b' + ".repeat(deep)}c;\n`], [
        'a.js',
        `${'if (a) {'.repeat(deep)}${'}'.repeat(deep)}\n`,
      ],
      ['a.js', `${'else if (a) b(); '.repeat(deep)}\n`], ['a.js', `if (a) b(); ${'else if (a) b(); '.repeat(2000)}\n`], [
        'a.py',
        `a = ${'('.repeat(deep)}1${')'.repeat(deep)}\n`,
      ],
      ['a.py', `${'a + '.repeat(deep)}1\n`], ['a.php', `<?php $a = ${'['.repeat(deep)}${']'.repeat(deep)};\n`], [
        'A.java',
        `class A { int a = ${'('.repeat(deep)}1${')'.repeat(deep)}; }\n`,
      ],
      ['a.cpp', `int a = ${'('.repeat(deep)}1${')'.repeat(deep)};\n`],
      ['a.cpp', `int ${'*'.repeat(deep)}a;\n`],
      ['a.css', `${'a { '.repeat(deep)}\n`],
      ['a.json', `${'['.repeat(deep)}${']'.repeat(deep)}\n`],
      ['a.yaml', `a: ${'['.repeat(5000)}${']'.repeat(5000)}\n`],
      ['a.html', `${'<p>'.repeat(deep)}\n`],
      ['a.go', `package a\n\nvar a = ${'('.repeat(deep)}1${')'.repeat(deep)}\n`],
      ['a.sh', `${'('.repeat(5000)}a\n`],
      ['a.rs', `fn a() { ${'if b { '.repeat(deep)}${'}'.repeat(deep)} }\n`],
      ['a.rs', `use ${'a::{'.repeat(deep)}${'}'.repeat(deep)};\n`],
      ['a.cs', `class A { int a = ${'('.repeat(deep)}1${')'.repeat(deep)}; }\n`],
      ['a.kt', `val a = ${'('.repeat(deep)}1${')'.repeat(deep)}\n`],
      ['a.kt', `fun a() { ${'if (b) '.repeat(deep)}c() }\n`],
      ['a.rb', `a = ${'['.repeat(deep)}${']'.repeat(deep)}\n`],
      ['a.rb', `${'(a, '.repeat(deep)} = b\n`],
    ];
    // Just below the depth from which on only the text is looked at, and far beyond it.
    for (const [name, code] of [...codesOf(800), ...codesOf(size(3_000, 20_000))]) {
      const language = languageOfName(name) as Language;
      expect(() => inspect(new SourceText(name, language, code), all, tools), `${name}: ${code.slice(0, 30)}`).not.toThrow();
    }
  });
});
