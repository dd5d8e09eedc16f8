import { describe, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { searchCatalog, type CatalogFilter } from '../../src/core/catalog/search-catalog.js';
import { CONFIDENCES } from '../../src/core/model/rule.js';
import type { Rule } from '../../src/core/finders/rule.js';
import { knowsLanguage } from '../../src/core/catalog/rule-languages.js';

const ALL: CatalogFilter = { term: null, concern: null, language: null, tag: null, confidence: null, repairable: false };

function search(filter: Partial<CatalogFilter>): string[] {
  return searchCatalog(CATALOG, { ...ALL, ...filter }).map(({ id }) => id);
}

/** The ids of the rules that a filter of our own lets through. */
function those(test: (rule: Rule) => boolean): string[] {
  return CATALOG.rules.filter(test).map(({ id }) => id);
}

describe('a search in the catalog', () => {
  test('without words finds all, sorted by id', () => {
    expect(search({})).toEqual(those(() => true));
    expect(search({})).toEqual([...search({})].sort());
    expect(search({ term: ' , ' })).toEqual(search({}));
  });

  test.each(CATALOG.rules.map((rule) => [rule.id, rule] as const))(
    '%s is found by its id, its title and its tags', (id, rule) => {
      expect(search({ term: id })[0]).toBe(id);
      expect(search({ term: id.split('/')[1] as string })).toContain(id);
      expect(search({ term: rule.title })).toContain(id);
      for (const tag of rule.tags) expect(search({ term: tag })).toContain(id);
      for (const option of Object.keys(rule.options)) expect(search({ term: option })).toContain(id);
      expect(search({ term: rule.title.toUpperCase() })).toEqual(search({ term: rule.title }));
    },
  );

  test('forgives neighbouring letters that changed places', () => {
    expect(search({ term: 'widht' })).toContain('text/line-width');
    expect(search({ term: 'blnaks' })).toContain('text/trailing-blanks');
    expect(search({ term: 'htidw' })).toEqual([]);
  });

  test('forgives one typo in a longer word if nothing matches exactly', () => {
    expect(search({ term: 'indnet' })).toContain('text/indent');
    expect(search({ term: 'brakets expresion harbuor' })).toEqual([]);
    expect(search({ term: 'spellling' })).toContain('words/spelling');
    // What is written so is meant so: nothing similar comes with it.
    expect(
      search({ term: 'spelling' }).every((id) =>
        CATALOG.rules.some((rule) =>
          rule.id === id && JSON.stringify([rule.id, rule.title, rule.about, rule.advice, rule.tags, rule.options])
            .toLowerCase()
            .includes('spelling'))),
    ).toBe(true);
  });

  test('requires all words', () => {
    const both = search({ term: 'import sorted' });
    expect(both).toContain('imports/sorted');
    for (const id of both) expect(search({ term: 'import' })).toContain(id);
  });

  test('lists the rule before those that only mention it', () => {
    expect(search({ term: 'braces' })[0]).toBe('idiom/braces');
    expect(search({ term: 'spelling' })[0]).toBe('words/spelling');
  });

  test('returns what passes every filter', () => {
    const concerns = [null, ...new Set(CATALOG.rules.map(({ concern }) => concern))];
    for (const concern of concerns) {
      for (const language of [null, 'php', 'markdown']) {
        for (const confidence of [null, ...CONFIDENCES]) {
          for (const repairable of [false, true]) {
            expect(search({ concern, language, confidence, repairable })).toEqual(
              those((rule) => (concern === null || rule.concern === concern)
                && (language === null || knowsLanguage(rule, language))
                && (confidence === null || rule.confidence === confidence)
                && (!repairable || rule.repairs !== null)),
            );
          }
        }
      }
    }
    expect(search({ tag: 'security' })).toEqual(those(({ tags }) => tags.includes('security')));
    expect(search({ tag: 'secur' })).toEqual([]);
  });
});
