import { LANGUAGE_RULES, languageById, languageOfName, LANGUAGES } from '../../src/core/languages/languages.js';
import { z } from 'zod';
import { describe, expect, test } from 'vitest';
import { Catalog, optionType } from '../../src/core/catalog/catalog.js';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { describeOptionType } from '../../src/formats/text/option.js';
import { grammarFor, type Language } from '../../src/core/base/language.js';
import { defineRule, finderFor, type RuleDeclaration } from '../../src/core/finders/rule.js';

const declaration: RuleDeclaration<Record<never, never>> = {
  id: 'slips/example',
  title: 'An example',
  about: 'Why.',
  advice: 'How.',
  tags: [],
  confidence: 'certain',
  options: {},
  find: { languages: { python: { by: 'query', query: '(pass_statement) @finding', message: 'found' } } },
  examples: [{ language: 'python', code: '', finds: [] }, { language: 'python', code: 'pass\n', finds: ['1:1'] }],
};

describe('the declaration of a rule', () => {
  test('that is complete makes a rule with its concern and defaults', () => {
    const option = { schema: z.int(), default: 3, stricter: 'lower', about: 'x' } as const;
    expect(defineRule({ ...declaration, options: { max: option } })).toMatchObject({ concern: 'slips', defaults: { max: 3 } });
  });

  test.each([
    ['an id without a concern', { id: 'example' }],
    ['an id in capitals', { id: 'Slips/example' }],
    ['no good example', { examples: [{ language: 'python', code: 'pass\n', finds: ['1:1'] }] }],
    ['no bad example', { examples: [{ language: 'python', code: '', finds: [] }] }],
    [
      'examples in another language',
      { examples: (declaration.examples ?? []).map((example) => ({ ...example, language: 'java' })) },
    ],
  ])('with %s is refused', (_, change) => {
    expect(() => defineRule({ ...declaration, ...change })).toThrow(/slips\/example|concern\/name/);
  });

  test('with an existing id is refused by the catalog', () => {
    const rule = defineRule(declaration);
    expect(() => new Catalog([rule, rule])).toThrow('same id');
  });
});

describe('the type of an option', () => {
  const typeOf = (schema: z.ZodType<number | boolean | string | string[]>): object =>
    optionType(
      { schema, default: schema.parse(schema instanceof z.ZodArray ? [] : undefined as never), stricter: null, about: '' },
    );

  test('is read off its schema', () => {
    expect(typeOf(z.int().min(2).max(9).catch(3))).toEqual({ type: 'number', least: 2, most: 9 });
    expect(typeOf(z.boolean().catch(true))).toEqual({ type: 'boolean' });
    expect(typeOf(z.string().catch(''))).toEqual({ type: 'string' });
    expect(typeOf(z.enum(['a', 'b']).catch('a'))).toEqual({ type: 'choice', choices: ['a', 'b'] });
    expect(typeOf(z.array(z.string()))).toEqual({ type: 'list' });
  });

  test('is described in words', () => {
    const words = CATALOG.rules.flatMap((rule) =>
      Object.entries(rule.options).map(([name, option]) => `${rule.id}.${name} ${describeOptionType(optionType(option))}`));
    expect(words).toContain('text/line-width.max a whole number from 20 to 1000');
    expect(words).toContain('text/line-width.urls-free true or false');
    expect(words).toContain('text/indent.with one of spaces, tabs');
    expect(words).toContain('idiom/debug-print.calls a list, or an edit of one: { add: […], drop: […] }');
  });
});

describe('languages', () => {
  test.each([
    ['a.ts', 'typescript', 'typescript'], ['a.mts', 'typescript', 'typescript'], ['a.tsx', 'typescript', 'tsx'], [
      'a.d.ts', 'typescript', 'typescript',
    ],
    ['a.js', 'javascript', 'javascript'], ['a.jsx', 'javascript', 'javascript'], ['a.py', 'python', 'python'],
    ['a.css', 'css', 'css'],
    ['A.java', 'java', 'java'], ['a.php', 'php', 'php'], ['a.md', 'markdown', null], ['a.sql', 'sql', null],
    ['a.toml', 'toml', null],
    ['Makefile', 'makefile', null], ['.gitignore', 'git-settings', null], ['elvar.yaml', 'yaml', 'yaml'],
    ['a.h', 'c', 'cpp'], ['a.cc', 'cpp', 'cpp'], ['a.html', 'html', 'html'], ['a.sh', 'shell', 'bash'], ['a.go', 'go', 'go'],
    ['a.json', 'json', 'json'],
  ])('%s is %s with the grammar %s', (name, id, grammar) => {
    const language = languageOfName(name) as Language;
    expect(language.id).toBe(id);
    expect(grammarFor(language, name)).toBe(grammar);
    expect(languageById(id)).toBe(language);
  });

  test.each(['a', 'a.', '.ts', 'a.TS', 'ts', 'a.unknown', ''])('%j is of none', (name) => {
    expect(languageOfName(name)).toBeUndefined();
  });

  test('have ids and endings of their own', () => {
    const all = LANGUAGES.flatMap(({ endings, names }) => [...endings, ...names]);
    expect(new Set(all).size).toBe(all.length);
    expect(new Set(LANGUAGES.map(({ id }) => id)).size).toBe(LANGUAGES.length);
  });

  test('without a grammar know the rules for every text, and those with one know more', () => {
    const everywhere = CATALOG.rules.filter(({ find }) => 'everywhere' in find).length;
    for (const { id, grammar } of LANGUAGES) {
      const known = CATALOG.rules.filter((rule) => finderFor(rule, id) !== null);
      if (grammar === null && !Object.hasOwn(LANGUAGE_RULES, id)) expect(known).toHaveLength(everywhere);
      else expect(known.length, id).toBeGreaterThan(everywhere);
    }
  });
});
