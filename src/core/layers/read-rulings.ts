import type { Catalog } from '../catalog/catalog.js';
import type { Ruling } from '../model/layer.js';
import type { Located, Place } from '../base/place.js';
import type { Problem } from '../model/problem.js';
import { compareSelectorWidth, formatSelector, parseSelector, type Selector } from '../model/selector.js';
import { isDate } from '../base/date.js';
import { nearSelector } from '../catalog/near-selector.js';
import { readOptions } from './read-options.js';
import type { Reading } from './reading.js';
import { describeValue, problemAt, problemsOfIssues } from './schema-problems.js';
import { rulingSchema, shortRulingSchema } from './schema.js';
import { nodeAt, type YamlNode } from './yaml-text.js';

const RULING_KEYS = Object.keys(rulingSchema.shape);

/**
 * Reads the `rulings` block of a layer file or a zone.
 * @returns the rulings in cascade order: the wider selector first, equals as written.
 */
export function readRulings(node: YamlNode, reading: Reading): Ruling[] {
  const { node: block, whole } = nodeAt(node, ['rulings']);
  if (!whole || block.value === undefined) return [];
  if (typeof block.value !== 'object' || block.value === null || Array.isArray(block.value)) {
    reading.report(block.place, { code: 'wrong-type', expected: 'a mapping', found: describeValue(block.value) });
    return [];
  }
  const rulings = [...block.parts].flatMap(([key, entry]) => readRuling(String(key), entry, reading) ?? []);
  return rulings.sort((a, b) => compareSelectorWidth(a.selector, b.selector));
}

function readRuling(key: string, node: YamlNode, reading: Reading): Ruling | null {
  const place = node.keyPlace ?? node.place;
  const selector = readSelector(key, place, reading);
  const isShort = node.value === null || typeof node.value !== 'object';
  const read = (isShort ? shortRulingSchema : rulingSchema).safeParse(node.value);
  if (!read.success) reading.problems.push(...problemsOfIssues(read.error.issues, node, RULING_KEYS));
  const options = selector === null ? [] : readOptions(selector, node, reading);
  const until = nodeAt(node, ['until']);
  if (until.whole && typeof until.node.value === 'string' && !isDate(until.node.value)) reading.report(until.node.place, { code: 'bad-date', found: describeValue(until.node.value) });
  if (selector === null || !read.success) return null;

  const long = typeof read.data === 'string' ? { level: read.data } : read.data;
  const located = <Value>(part: string, value: Value | undefined): Located<Value> | null =>
    value === undefined ? null : { value, place: nodeAt(node, [part]).node.place };
  const ruling: Ruling = {
    selector,
    place,
    level: located('level', long.level),
    options,
    waivers: located('waivers', long.waivers),
    fix: located('fix', long.fix),
    ledger: located('ledger', long.ledger),
    guard: located('guard', long.guard),
    because: long.because ?? null,
    until: long.until ?? null,
  };
  if (saysNothing(ruling) && !nodeAt(node, ['options']).whole) reading.report(place, { code: 'says-nothing', selector: key });
  return ruling;
}

function saysNothing({ level, options, waivers, fix, ledger, guard }: Ruling): boolean {
  return options.length === 0 && [level, waivers, fix, ledger, guard].every((part) => part === null);
}

/** Reads a selector. Null if it is none; one that selects no rule is reported. */
export function readSelector(key: string, place: Place, reading: Reading): Selector | null {
  const selector = parseSelector(key);
  if (selector === null) {
    reading.report(place, { code: 'bad-selector', selector: key });
    return null;
  }
  const unknown = unknownSelector(selector, place, reading.catalog, !reading.isCrowded);
  if (unknown !== null) reading.reportUnknown(place, unknown.detail);
  return selector;
}

/** The problem with a selector that selects no rule; null if it selects any. @param seeksNear whether to look for what was meant. */
export function unknownSelector(selector: Selector, place: Place, catalog: Catalog, seeksNear = true): Problem | null {
  if (catalog.select(selector).length > 0) return null;
  const text = formatSelector(selector);
  return problemAt(place, { code: 'unknown-rule', selector: text, near: seeksNear ? nearSelector(text, catalog) : null });
}
