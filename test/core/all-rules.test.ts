import { beforeAll, describe, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import type { Tools } from '../../src/core/inspect/inspect-file.js';
import { inspect } from '../support/inspect.js';
import { Planner } from '../../src/core/inspect/plan.js';
import type { Language } from '../../src/core/base/language.js';
import { CONFIDENCES } from '../../src/core/model/rule.js';
import type { Example, Rule } from '../../src/core/finders/rule.js';
import type { RuleSet } from '../../src/core/model/rule-set.js';
import { Spelling } from '../../src/core/syntax/spelling.js';
import { builtDictionary, builtGrammars } from '../support/grammars.js';
import { textOf } from '../support/sources.js';
import { GRAMMARS, languageById } from '../../src/core/languages/languages.js';

const grammars = builtGrammars();
const tools: Tools = {
  today: '2026-11-23',
  needsReasons: false,
  ownFiles: new Set<string>(),
  grammars,
  planner: new Planner(CATALOG, grammars),
  spelling: new Spelling(builtDictionary),
};
beforeAll(() => grammars.load(GRAMMARS));

const EVERY_RULE: RuleSet = {
  id: 'every',
  rules: new Map(CATALOG.rules.map(
    ({ id, defaults }) => [id, { level: 'note', options: defaults, waivers: 'allow', fix: 'allow', ledger: 'allow' }],
  )),
};

/** The examples of all rules, each for every rule: code that most of them were not written for. */
const EXAMPLES = new Map<string, Example>(CATALOG.rules.flatMap(({ examples }) => examples)
  .map((example) => [`${example.language} ${example.file ?? ''} ${example.code}`, example]));

describe.each(
  [...new Set([...EXAMPLES.values()].map(({ language }) => language))],
)('every rule on the examples of all rules in %s', (language) => {
  const own = [...EXAMPLES.values()].filter((example) => example.language === language);
  const runs = (): { readonly code: string; readonly lines: number; readonly inspection: ReturnType<typeof inspect> }[] =>
    own.map(({ code, file }) => {
      const text = textOf(
        language, code.replace(/^\uFEFF/, ''), file ?? `example${(languageById(language) as Language).endings[0] ?? ''}`,
      );
      return { code, lines: text.starts.length, inspection: inspect(text, EVERY_RULE, tools) };
    });

  test('reports each thing once, within the text, in order, and never surer than the rule', () => {
    for (const { code, lines, inspection: { findings, unfinished } } of runs()) {
      const told = findings.map(
        ({ rule, message, span: { start, end } }) => `${rule} ${start.line}:${start.column}-${end.line}:${end.column} ${message}`,
      );
      expect(told.filter((one, at) => told.indexOf(one) !== at), code).toEqual([]);
      expect(unfinished, code).toEqual([]);
      const isWithin = findings.every(({ span: { start, end } }) =>
        start.line >= 1 && end.line <= lines && (start.line < end.line || start.column <= end.column));
      const places = findings.map(({ span: { start } }) => start.line * 100_000 + start.column);
      expect([isWithin, places], code).toEqual([true, places.toSorted((a, b) => a - b)]);
      const surer = findings.filter(({ rule, confidence }) =>
        CONFIDENCES.indexOf(confidence) < CONFIDENCES.indexOf((CATALOG.get(rule) as Rule).confidence));
      expect(surer.map(({ rule }) => rule), code).toEqual([]);
    }
  });
});
