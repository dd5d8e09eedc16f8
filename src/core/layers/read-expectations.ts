import { FREEDOMS, NO_FREEDOM_SETTINGS, type FreedomSettings } from '../model/freedom.js';
import type { Located } from '../base/place.js';
import type { Expectation, ExpectedFiles, ExpectedRules } from '../model/expectation.js';
import { isListEdit, type OptionValue } from '../model/option.js';
import { readOptions } from './read-options.js';
import { readPatterns, whyNoPattern } from './read-patterns.js';
import { readSelector } from './read-rulings.js';
import type { Reading } from './reading.js';
import { describeValue, problemsOfIssues } from './schema-problems.js';
import { expectationSchema, expectedRulesSchema, shortRulingSchema } from './schema.js';
import { nodeAt, type YamlNode } from './yaml-text.js';

const KEYS = Object.keys(expectationSchema.shape);
const RULES_KEYS = Object.keys(expectedRulesSchema.shape);

/** Reads the expectations of a layer file, in their order. */
export function readExpectations(root: YamlNode, reading: Reading): Expectation[] {
  const { node: list, whole } = nodeAt(root, ['expect']);
  if (!whole || !Array.isArray(list.value)) return [];
  return [...list.parts.values()].flatMap((item) => readExpectation(item, reading) ?? []);
}

function readExpectation(item: YamlNode, reading: Reading): Expectation | null {
  const read = expectationSchema.safeParse(item.value);
  // What is expected is read rule by rule, with problems of its own.
  if (!read.success) reading.problems.push(...problemsOfIssues(read.error.issues.filter(({ path }) => path.length < 2), item, KEYS));
  const files = readFiles(item, reading);
  const { node: block, whole } = nodeAt(item, ['rulings']);
  const isMapping = typeof block.value === 'object' && block.value !== null && !Array.isArray(block.value);
  if (read.success && !whole) reading.report(item.place, { code: 'missing-key', key: 'rulings' });
  else if (whole && block.value !== undefined && !isMapping) reading.report(block.place, { code: 'wrong-type', expected: 'a mapping', found: describeValue(block.value) });
  const rules = whole && isMapping ? [...block.parts].flatMap(([key, node]) => readExpectedRules(String(key), node, reading) ?? []) : [];
  if (!read.success || files === null) return null;
  return { place: item.place, files, rules, because: read.data.because ?? null };
}

/** Either `of` or `path`. */
function readFiles(item: YamlNode, reading: Reading): ExpectedFiles | null {
  const [of, path] = [nodeAt(item, ['of']), nodeAt(item, ['path'])];
  if (typeof item.value !== 'object' || item.value === null) return null;
  if (of.whole === path.whole) {
    reading.report(path.whole ? path.node.keyPlace ?? path.node.place : item.place, { code: 'expects-of-what', both: of.whole });
    return null;
  }
  if (of.whole) return { kind: 'patterns', patterns: readPatterns(item, ['of'], reading.problems) };
  const { node } = path;
  const why = whyNoPattern(node);
  if (why !== null) {
    if (node.value !== undefined) reading.report(node.place, { code: 'bad-pattern', why });
    return null;
  }
  const text = node.value as string;
  if (isPath(text)) return { kind: 'path', path: { value: text, place: node.place } };
  reading.report(node.place, { code: 'bad-expected-path', path: text });
  return null;
}

/** Whether a text is the path of a file, relative to the directory of the layer file. */
function isPath(text: string): boolean {
  return text.split('/').every((step) => step !== '' && step !== '.' && step !== '..');
}

function readExpectedRules(key: string, node: YamlNode, reading: Reading): ExpectedRules | null {
  const place = node.keyPlace ?? node.place;
  const selector = readSelector(key, place, reading);
  const isShort = node.value === null || typeof node.value !== 'object';
  const read = (isShort ? shortRulingSchema : expectedRulesSchema).safeParse(node.value);
  if (!read.success) reading.problems.push(...problemsOfIssues(read.error.issues, node, RULES_KEYS));
  const options = selector === null ? [] : readExpectedOptions(key, node, selector, reading);
  if (selector === null || !read.success) return null;
  const long = typeof read.data === 'string' ? { level: read.data } : read.data;
  const located = <Value>(part: string, value: Value | undefined): Located<Value> | null =>
    value === undefined ? null : { value, place: isShort ? node.place : nodeAt(node, [part]).node.keyPlace ?? nodeAt(node, [part]).node.place };
  const freedoms = Object.fromEntries(FREEDOMS.map((name) => [name, located(name, long[name])])) as unknown as FreedomSettings;
  const rules: ExpectedRules = { ...NO_FREEDOM_SETTINGS, ...freedoms, selector, place, level: located('level', long.level), atLeast: located('at-least', long['at-least']), options };
  const saysNothing = options.length === 0 && rules.level === null && rules.atLeast === null && FREEDOMS.every((name) => rules[name] === null);
  if (saysNothing && !nodeAt(node, ['options']).whole) reading.report(place, { code: 'expects-nothing', selector: key });
  if (rules.level !== null && rules.atLeast !== null) reading.report(rules.atLeast.place, { code: 'expects-two-levels' });
  return rules;
}

function readExpectedOptions(key: string, node: YamlNode, selector: ExpectedRules['selector'], reading: Reading): ExpectedRules['options'] {
  return readOptions(selector, node, reading).flatMap(({ name, value, place }) => {
    if (!isListEdit(value)) return [{ name, value: value as OptionValue, place }];
    reading.report(place, { code: 'expects-edit', selector: key, option: name });
    return [];
  });
}
