import type { Catalog } from '../catalog/catalog.js';
import type { OptionSetting, Ruling } from '../model/layer.js';
import type { Level } from '../model/level.js';
import type { OptionValue } from '../model/option.js';
import type { Problem } from '../model/problem.js';
import { compareSelectorWidth, formatSelector, parseSelector, type Selector } from '../model/selector.js';
import { nearName } from './near-name.js';
import { describeValue, problemAt, problemsOfIssues } from './schema-problems.js';
import { rulingSchema, shortRulingSchema } from './schema.js';
import { nodeAt, type YamlNode } from './yaml-text.js';

const RULING_KEYS = Object.keys(rulingSchema.shape);

/**
 * Reads the `rulings` block of a layer file or a zone.
 * @returns the rulings in the order in which they hold: the wider selector first, equals as they are written.
 */
export function readRulings(node: YamlNode, catalog: Catalog, problems: Problem[]): Ruling[] {
  const { node: block, whole } = nodeAt(node, ['rulings']);
  if (!whole || block.value === undefined) return [];
  if (typeof block.value !== 'object' || block.value === null || Array.isArray(block.value)) {
    problems.push(problemAt(block.place, { code: 'wrong-type', expected: 'a mapping', found: describeValue(block.value) }));
    return [];
  }
  const rulings: Ruling[] = [];
  for (const [key, entry] of block.parts) {
    const ruling = readRuling(String(key), entry, catalog, problems);
    if (ruling !== null) rulings.push(ruling);
  }
  return rulings.sort((a, b) => compareSelectorWidth(a.selector, b.selector));
}

function readRuling(key: string, node: YamlNode, catalog: Catalog, problems: Problem[]): Ruling | null {
  const place = node.keyPlace ?? node.place;
  const selector = parseSelector(key);
  if (selector === null) problems.push(problemAt(place, { code: 'bad-selector', selector: key }));
  else if (catalog.select(selector).length === 0) {
    problems.push(problemAt(place, { code: 'unknown-rule', selector: key, near: nearName(key, namesLike(selector, catalog)) }));
  }
  const isShort = node.value === null || typeof node.value !== 'object';
  const read = (isShort ? shortRulingSchema : rulingSchema).safeParse(node.value);
  if (!read.success) problems.push(...problemsOfIssues(read.error.issues, node, RULING_KEYS));

  const options = selector === null ? [] : readOptions(selector, node, catalog, problems);
  if (selector === null || !read.success) return null;
  const long = typeof read.data === 'string' ? { level: read.data } : read.data;
  if (long.level === undefined && !nodeAt(node, ['options']).whole) {
    problems.push(problemAt(place, { code: 'says-nothing', selector: key }));
  }
  return {
    selector,
    place,
    level: long.level === undefined ? null : { value: long.level as Level, place: nodeAt(node, ['level']).node.place },
    options,
    waivers: null,
    fix: null,
    guard: null,
    because: ('because' in long ? long.because : undefined) ?? null,
    until: null,
  };
}

function readOptions(selector: Selector, node: YamlNode, catalog: Catalog, problems: Problem[]): OptionSetting[] {
  const { node: block, whole } = nodeAt(node, ['options']);
  if (!whole || block.parts.size === 0) return [];
  if (selector.kind !== 'rule') {
    problems.push(problemAt(block.place, { code: 'options-need-rule', selector: formatSelector(selector) }));
    return [];
  }
  const rule = catalog.get(selector.rule);
  if (rule === undefined) return [];
  const known = Object.keys(rule.options);
  const settings: OptionSetting[] = [];
  for (const [key, entry] of block.parts) {
    const name = String(key);
    const place = entry.keyPlace ?? entry.place;
    const declaration = known.includes(name) ? rule.options[name] : undefined;
    if (declaration === undefined) {
      problems.push(problemAt(place, { code: 'unknown-option', rule: rule.id, option: name, near: nearName(name, known), known }));
      continue;
    }
    const value = declaration.schema.safeParse(entry.value);
    if (value.success) {
      settings.push({ name, value: value.data as OptionValue, place });
    } else if (entry.value !== undefined) {
      const expected = catalog.describeOption(declaration);
      problems.push(problemAt(entry.place, { code: 'bad-option', rule: rule.id, option: name, expected, found: describeValue(entry.value) }));
    }
  }
  return settings;
}

/** The existing selectors of the same kind as `selector`. */
function namesLike(selector: Selector, catalog: Catalog): string[] {
  switch (selector.kind) {
    case 'all':
      return [];
    case 'concern':
      return [...new Set(catalog.rules.map((rule) => `${rule.concern}/*`))];
    case 'tag':
      return [...new Set(catalog.rules.flatMap((rule) => rule.tags.map((tag) => `tag:${tag}`)))];
    case 'rule':
      return catalog.rules.map((rule) => rule.id);
  }
}
