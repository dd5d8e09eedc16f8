import fc from 'fast-check';
import { marked, type Tokens } from 'marked';
import { expect, test } from 'vitest';
import type { RulePage } from '../../src/core/cascade/rule-page.js';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { rulePageMarkdown } from '../../src/formats/markdown/rule-page.js';
import { runs } from '../support/runs.js';

function pageOf(rule: RulePage['rule'], places: RulePage['places'] = []): RulePage {
  return {
    rule, catalog: CATALOG, usesStarter: false, incomplete: [], notices: [], presets: [], clashes: [], places,
    known: places.reduce((sum, { files }) => sum + files.length, 0),
  };
}

const tablesIn = (markdown: string): Tokens.Table[] =>
  marked.lexer(markdown).filter((token): token is Tokens.Table => token.type === 'table');

test.each(
  CATALOG.rules.map((rule) => [rule.id, rule] as const),
)('the page of %s has its examples and options as they are', (id, rule) => {
  const markdown = rulePageMarkdown(pageOf(rule));
  const tokens = marked.lexer(markdown);
  expect(tokens[0]).toMatchObject({ type: 'heading', depth: 1 });
  expect(marked.parseInline((tokens[0] as Tokens.Heading).text)).toBe(id);
  // What is fenced is code of an example, to the last character.
  const fenced = tokens.filter((token): token is Tokens.Code => token.type === 'code').map(({ text }) => text);
  const codes = new Set(
    rule.examples.flatMap(({ code, repaired, others = {} }) => [code, repaired ?? code, ...Object.values(others)]).map((code) =>
      code.replace(/\r?\n$/, '').replaceAll('\r', '\n')),
  );
  for (const text of fenced) {
    expect([...codes].some(
      (code) => code.replaceAll('\n\n', '\n') === text.replaceAll('\r', '\n').replaceAll('\n\n', '\n') || code === text,
    ), text).toBe(true);
  }
  const options = Object.keys(rule.options);
  expect(
    tablesIn(markdown).flatMap(({ rows }) => rows.map(([first]) => (first as Tokens.TableCell).text.replaceAll('`', ''))),
  ).toEqual(options);
});

test('what people write in reasons and names changes nothing but its own cell', () => {
  const hostile = fc.array(
    fc.constantFrom('|', '`', '*', '_', '<b>', '\n', '\\', '&amp;', '[a](b)', '#', ' ', 'tide', '~~', '\u001b[31m'),
    { maxLength: 12 },
  )
    .map((parts) =>
      parts.join(''));
  const rule = CATALOG.get('slips/loose-compare') as RulePage['rule'];
  fc.assert(
    fc.property(fc.array(fc.record({ by: hostile, because: fc.option(hostile) }), { minLength: 1, maxLength: 4 }), (given) => {
      const markdown = rulePageMarkdown(
        pageOf(rule, given.map(({ by, because }) => ({ level: 'error', by: `elvar.yaml:1 ${by}`, because, files: ['a.js'] }))),
      );
      const [table] = tablesIn(markdown);
      expect(table?.rows.map((row) => row.length)).toEqual(given.map(() => 4));
      expect(table?.rows.map(([level, files]) => [level?.text, files?.text])).toEqual(given.map(() => ['error', '1 file']));
      // Nothing in a reason is markup.
      for (const [, , , reason] of table?.rows ?? []) {
        expect(reason?.tokens.every(({ type }) => type === 'text' || type === 'escape')).toBe(true);
      }
      expect(markdown).not.toContain('\u001b');
    }),
    { numRuns: runs(100), examples: [[[{ by: '\\|<b>', because: null }]]] },
  );
});
