import { FREEDOMS, type FreedomSettings } from '../../model/freedom.js';
import type { Located } from '../../base/place.js';
import type { ExpectedFiles } from '../../model/expectation.js';
import type { Mistakes } from '../mistakes.js';
import { parsePatterns, whyNoPattern } from './patterns.js';
import { needSelector, parseOptions } from './rulings.js';
import { describeValue, problemsOfIssues } from './schema-problems.js';
import { expectationSchema, expectedRulesSchema, shortRulingSchema } from './schema.js';
import type { UnboundExpectation, UnboundExpectedRules } from './unbound-layer.js';
import { keyPlaceOf, nodeAt, type YamlNode } from './yaml-text.js';

const KEYS = Object.keys(expectationSchema.shape);
const RULES_KEYS = Object.keys(expectedRulesSchema.shape);

/** Parses the expectations of a layer file, in their order. */
export function parseExpectations(root: YamlNode, mistakes: Mistakes): UnboundExpectation[] {
  const { node: list, whole } = nodeAt(root, ['expect']);
  if (!whole || !Array.isArray(list.value)) return [];
  return [...list.parts.values()].map((item) => parseExpectation(item, mistakes));
}

/** An expectation of which it is not clear what it is about is about no file. */
function parseExpectation(item: YamlNode, mistakes: Mistakes): UnboundExpectation {
  const read = expectationSchema.safeParse(item.value);
  // What is expected is read rule by rule, with problems of its own.
  if (!read.success) {
    mistakes.problems.push(...problemsOfIssues(read.error.issues.filter(({ path }) => path.length < 2), item, KEYS));
  }
  const files = parseFiles(item, mistakes);
  const { node: block, whole } = nodeAt(item, ['rulings']);
  const isMapping = typeof block.value === 'object' && block.value !== null && !Array.isArray(block.value);
  if (read.success && !whole) mistakes.report(item.place, { code: 'missing-key', key: 'rulings' });
  else if (whole && block.value !== undefined && !isMapping) {
    mistakes.report(block.place, { code: 'wrong-type', expected: 'a mapping', found: describeValue(block.value) });
  }
  const rules = whole && isMapping
    ? [...block.parts].flatMap(([key, node]) => parseExpectedRules(String(key), node, mistakes) ?? [])
    : [];
  return { place: item.place, files: files ?? { kind: 'patterns', patterns: [] }, rules, because: read.data?.because ?? null };
}

/** Either `of` or `path`. */
function parseFiles(item: YamlNode, mistakes: Mistakes): ExpectedFiles | null {
  const [of, path] = [nodeAt(item, ['of']), nodeAt(item, ['path'])];
  if (typeof item.value !== 'object' || item.value === null) return null;
  if (of.whole === path.whole) {
    mistakes.report(path.whole ? path.node.keyPlace ?? path.node.place : item.place, { code: 'expects-of-what', both: of.whole });
    return null;
  }
  if (of.whole) return { kind: 'patterns', patterns: parsePatterns(item, ['of'], mistakes.problems) };
  const { node } = path;
  const why = whyNoPattern(node);
  if (why !== null) {
    if (node.value !== undefined) mistakes.report(node.place, { code: 'bad-pattern', why });
    return null;
  }
  const text = node.value as string;
  if (isPath(text)) return { kind: 'path', path: { value: text, place: node.place } };
  mistakes.report(node.place, { code: 'bad-expected-path', path: text });
  return null;
}

/** Whether a text is the path of a file, relative to the directory of the layer file. */
function isPath(text: string): boolean {
  return text.split('/').every((step) => step !== '' && step !== '.' && step !== '..');
}

/** What is expected of rules. A part that is wrong is left out, so that what is expected of options is judged all the same. */
function parseExpectedRules(key: string, node: YamlNode, mistakes: Mistakes): UnboundExpectedRules | null {
  const place = node.keyPlace ?? node.place;
  const selector = needSelector(key, place, mistakes);
  const isShort = node.value === null || typeof node.value !== 'object';
  const read = (isShort ? shortRulingSchema : expectedRulesSchema).safeParse(node.value);
  if (!read.success) mistakes.problems.push(...problemsOfIssues(read.error.issues, node, RULES_KEYS));
  if (selector === null) return null;
  const long = typeof read.data === 'string' ? { level: read.data } : read.data ?? {};
  const located = <Value>(part: string, value: Value | undefined): Located<Value> | null => {
    if (value === undefined) return null;
    return { value, place: isShort ? node.place : keyPlaceOf(node, part) };
  };
  const freedoms = Object.fromEntries(FREEDOMS.map((name) => [name, located(name, long[name])])) as unknown as FreedomSettings;
  const [level, atLeast] = [located('level', long.level), located('at-least', long['at-least'])];
  const saysNothing = level === null && atLeast === null && FREEDOMS.every((name) => freedoms[name] === null);
  if (read.success && saysNothing && !nodeAt(node, ['options']).whole) {
    mistakes.report(place, { code: 'expects-nothing', selector: key });
  }
  if (level !== null && atLeast !== null) mistakes.report(atLeast.place, { code: 'expects-two-levels' });
  return { ...freedoms, selector, place, level, atLeast, options: parseOptions(selector, node, mistakes) };
}
