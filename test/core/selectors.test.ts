import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { nearName } from '../../src/core/base/near-name.js';
import { parsePresetReference } from '../../src/core/layers/parse/preset-reference.js';
import { parseSize } from '../../src/core/layers/parse/size.js';
import { compareLevels, isLevel, LEVELS } from '../../src/core/model/level.js';
import { alikeOptionValue, sameOptionValue } from '../../src/core/model/option.js';
import { compareSelectorWidth, formatSelector, parseSelector, type Selector } from '../../src/core/model/selector.js';

const name = fc.stringMatching(/^[a-z][a-z0-9]{0,5}(-[a-z0-9]{1,4}){0,2}$/);
const selectors: fc.Arbitrary<Selector> = fc.oneof(
  fc.constant<Selector>({ kind: 'all' }),
  name.map((concern): Selector => ({ kind: 'concern', concern })),
  name.map((tag): Selector => ({ kind: 'tag', tag })),
  fc.tuple(name, name).map(([concern, rule]): Selector => ({ kind: 'rule', rule: `${concern}/${rule}` })),
);

describe('a selector', () => {
  test('is read as it is written', () => {
    fc.assert(fc.property(selectors, (selector) => {
      expect(parseSelector(formatSelector(selector))).toEqual(selector);
    }));
  });

  test.each([
    '', '**', 'text', 'text/', '/indent', 'text/in_dent', 'Text/indent', 'text/indent ', 'text/*/x', 'tag:', 'tag:a b',
    '*/indent', 'text/-a', 'text/a-', 'a--b/c', 'a:b',
  ])(
    '%j is none',
    (text) => {
      expect(parseSelector(text)).toBeNull();
    },
  );

  test('selects the rules it names, and only these', () => {
    for (const rule of CATALOG.rules) {
      expect(CATALOG.select({ kind: 'rule', rule: rule.id })).toEqual([rule]);
      expect(CATALOG.select({ kind: 'concern', concern: rule.concern })).toEqual(
        CATALOG.rules.filter(({ id }) => id.startsWith(`${rule.concern}/`)),
      );
      for (const tag of rule.tags) {
        expect(CATALOG.select({ kind: 'tag', tag })).toEqual(CATALOG.rules.filter(({ tags }) => tags.includes(tag)));
      }
    }
    expect(CATALOG.select({ kind: 'all' })).toEqual(CATALOG.rules);
    expect(CATALOG.select({ kind: 'concern', concern: 'nix' })).toEqual([]);
  });

  test('comes after the wider ones', () => {
    const texts = ['text/indent', 'tag:layout', 'text/*', '*'];
    const sorted = texts.map((text) => parseSelector(text) as Selector).sort(compareSelectorWidth);
    expect(sorted.map(formatSelector)).toEqual(texts.toReversed());
  });
});

describe('a level', () => {
  test('is stricter than those after it', () => {
    for (const [index, level] of LEVELS.entries()) {
      expect(compareLevels(level, level)).toBe(0);
      for (const looser of LEVELS.slice(index + 1)) {
        expect(compareLevels(level, looser)).toBeGreaterThan(0);
        expect(compareLevels(looser, level)).toBeLessThan(0);
      }
    }
  });

  test.each([['error', true], ['off', true], ['none', false], ['Error', false], ['', false]])('%j: %s', (text, answer) => {
    expect(isLevel(text)).toBe(answer);
  });
});

test.each([
  ['elvar:starter', 'built-in'], ['elvar:test-code', 'built-in'], ['./a.yaml', 'file'], ['../a/b.yaml', 'file'],
  ['elvar:', null], ['elvar:Starter', null], ['a.yaml', null], ['/a.yaml', null], ['./', null], ['.', null], ['npm:a', 'package'],
  ['npm:@a/b', 'package'], ['npm:@a/b/c/d.yaml', 'package'], ['npm:', null], ['npm:@a', null], ['npm:../a', null],
  ['npm:A', null], ['', null], ['./a\0b', null],
])('the preset reference %j is %s', (text, kind) => {
  expect(parsePresetReference(text)?.kind ?? null).toBe(kind);
});

test.each([
  ['2 MiB', 2 * 1024 * 1024], ['500 KiB', 512_000], ['1.5 KiB', 1536], ['7', 7], ['7B', 7], ['1GiB', 1024 ** 3], [' 3 B ', 3],
  ['2 MB', null], ['-1', null], ['', null], ['KiB', null], ['1e3', null], ['9999999999 GiB', null],
])('the size %j is %s', (text, bytes) => {
  expect(parseSize(text)).toBe(bytes);
});

test.each([
  ['text/indnet', 'text/indent'], ['TEXT/INDENT', 'text/indent'], ['text/line-widht', 'text/line-width'], ['quay', null],
  ['', null],
])('the name near to %j is %s', (text, near) => {
  expect(nearName(text, CATALOG.rules.map((rule) => rule.id))).toBe(near);
});

test('option values are the same when their items are, in their order', () => {
  expect(sameOptionValue(['a', 'b'], ['a', 'b'])).toBe(true);
  expect(sameOptionValue(['a', 'b'], ['b', 'a'])).toBe(false);
  expect(alikeOptionValue(['a', 'b'], ['b', 'a', 'b'])).toBe(true);
  expect(alikeOptionValue(['a', 'b'], ['a'])).toBe(false);
  expect(alikeOptionValue(['a'], ['a', 'b'])).toBe(false);
  expect(alikeOptionValue(100, 100)).toBe(true);
  expect(alikeOptionValue(100, 120)).toBe(false);
  expect(sameOptionValue(['a'], ['a', 'b'])).toBe(false);
  expect(sameOptionValue(1, 1)).toBe(true);
  expect(sameOptionValue(1, '1')).toBe(false);
  expect(sameOptionValue([], '')).toBe(false);
});
