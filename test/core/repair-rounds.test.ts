import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Catalog } from '../../src/core/catalog/catalog.js';
import type { Tools } from '../../src/core/inspect/inspect-file.js';
import { Planner } from '../../src/core/inspect/plan.js';
import { repairFile, type RepairedText } from '../../src/core/inspect/repair-file.js';
import type { Edit } from '../../src/core/base/edit.js';
import type { Finding } from '../../src/core/model/finding.js';
import { defineRule, type Rule } from '../../src/core/finders/rule.js';
import type { Hit } from '../../src/core/finders/finder.js';
import type { RuleSet } from '../../src/core/model/rule-set.js';
import type { Source } from '../../src/core/syntax/source.js';
import { Spelling } from '../../src/core/syntax/spelling.js';
import { builtDictionary, builtGrammars } from '../support/grammars.js';
import { textOf } from '../support/sources.js';
import { runs } from '../support/runs.js';

/** A rule of these tests: it finds what `find` says in the text, and writes what that says. */
function repairing(name: string, find: (text: string) => Iterable<Edit>): Rule {
  return defineRule({
    id: `text/${name}`, title: 'A rule of a test', about: 'Why.', advice: 'How.', tags: [], confidence: 'certain',
    repairs: 'safe', options: {},
    find: { everywhere: { by: 'text', find: ({ text }: Source): Hit[] =>
      [...find(text.text)].map((edit) => ({ start: edit.start, end: edit.end, message: name, repair: [edit] })) } },
    examples: [{ language: 'text', code: '', finds: [] }, { language: 'text', code: 'a', finds: ['1:1'] }],
  });
}

/** Replaces each match of an expression. */
function replacing(name: string, expression: RegExp, text: string): Rule {
  return repairing(name, (whole) =>
    [...whole.matchAll(expression)].map(({ 0: match, index }) => ({ start: index, end: index + match.length, text })));
}

function repaired(code: string, rules: readonly Rule[], wants: (finding: Finding) => boolean = () => true): RepairedText {
  const grammars = builtGrammars();
  const tools: Tools = {
    today: '2026-11-23',
    needsReasons: false,
    ownFiles: new Set<string>(),
    grammars,
    planner: new Planner(new Catalog(rules), grammars),
    spelling: new Spelling(builtDictionary),
  };
  const set: RuleSet = {
    id: 'all',
    rules: new Map(rules.map((rule) => [
      rule.id,
      { level: 'note' as const, options: {}, waivers: 'allow' as const, fix: 'allow' as const, ledger: 'allow' as const },
    ])),
  };
  return repairFile(textOf('text', code), set, tools, wants);
}

describe('repairs of a file', () => {
  test('that lie apart are made in one round', () => {
    const { text, repaired: counts, left } = repaired('a-a-a', [replacing('letters', /a/g, 'b')]);
    expect(text.text).toBe('b-b-b');
    expect(counts.get('text/letters')).toBe(3);
    expect(left).toEqual([]);
  });

  test('that touch each other are made one after the other', () => {
    // Both want the middle letter; what the first leaves is still found by the second.
    const { text, repaired: counts } = repaired('xab', [replacing('first', /xa/g, 'a'), replacing('second', /ab/g, 'c')]);
    expect(text.text).toBe('c');
    expect([counts.get('text/first'), counts.get('text/second')]).toEqual([1, 1]);
  });

  test('that make others possible are followed by these', () => {
    expect(repaired('((((a))))', [replacing('brackets', /\((\w+)\)|\(\)/g, 'a')]).text.text).toBe('a');
  });

  test('that undo each other leave the file as it was, and are reported', () => {
    const { withdrawn, text, repaired: counts } = repaired(
      'a c', [replacing('there', /a/g, 'b'), replacing('back', /b/g, 'a'), replacing('other', /c/g, 'd')],
    );
    expect(withdrawn.map(({ rule }) => rule)).toEqual(['text/there', 'text/other']);
    expect([text.text, counts.size]).toEqual(['a c', 0]);
  });

  test('that grow forever leave the file as it was', () => {
    const { text, withdrawn } = repaired('a', [replacing('more', /a$/g, 'ba')]);
    expect([text.text, withdrawn.length]).toEqual(['a', 1]);
  });

  test('of other rules are not made', () => {
    const { text, left } = repaired('ab', [replacing('first', /a/g, 'x'), replacing('second', /b/g, 'y')], ({ rule }) =>
      rule === 'text/second');
    expect(text.text).toBe('ay');
    expect(left.map(({ rule }) => rule)).toEqual(['text/first']);
  });

  test('leave what nobody asked to change, whatever the repairs are', () => {
    fc.assert(fc.property(
      fc.stringMatching(/^[a-f ]{0,40}$/),
      fc.stringMatching(/^[a-c]{1,2}$/),
      fc.stringMatching(/^[x-z]{0,3}$/),
      (code, wanted, text) => {
        const outcome = repaired(code, [replacing('letters', new RegExp(wanted, 'g'), text)]);
        // The repair writes none of the letters that it looks for, so that replacing until nothing is found is the model.
        let expected = code;
        while (expected.includes(wanted)) expected = expected.replaceAll(wanted, text);
        expect(outcome.text.text).toBe(expected);
        expect(outcome.left).toEqual([]);
      },
    ), { numRuns: runs(200) });
  });
});
