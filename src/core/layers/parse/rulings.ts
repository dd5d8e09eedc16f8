import type { Located, Place } from '../../base/place.js';
import { isDate } from '../../base/date.js';
import { compareSelectorWidth, formatSelector, parseSelector, type Selector } from '../../model/selector.js';
import type { Mistakes } from '../mistakes.js';
import { describeValue, problemsOfIssues } from './schema-problems.js';
import { rulingSchema, shortRulingSchema } from './schema.js';
import type { UnboundRuling, WrittenOption } from './unbound-layer.js';
import { nodeAt, type YamlNode } from './yaml-text.js';

const RULING_KEYS = Object.keys(rulingSchema.shape);

/**
 * Parses the `rulings` block of a layer file or a zone.
 * @returns the rulings in cascade order: the wider selector first, equals as written.
 */
export function parseRulings(node: YamlNode, mistakes: Mistakes): UnboundRuling[] {
  const { node: block, whole } = nodeAt(node, ['rulings']);
  if (!whole || block.value === undefined) return [];
  if (typeof block.value !== 'object' || block.value === null || Array.isArray(block.value)) {
    mistakes.report(block.place, { code: 'wrong-type', expected: 'a mapping', found: describeValue(block.value) });
    return [];
  }
  const rulings = [...block.parts].flatMap(([key, entry]) => parseRuling(String(key), entry, mistakes) ?? []);
  return rulings.sort((a, b) => compareSelectorWidth(a.selector, b.selector));
}

/** A ruling of which a part is wrong lacks that part, so that what it says of options is judged all the same. */
function parseRuling(key: string, node: YamlNode, mistakes: Mistakes): UnboundRuling | null {
  const place = node.keyPlace ?? node.place;
  const selector = needSelector(key, place, mistakes);
  const isShort = node.value === null || typeof node.value !== 'object';
  const read = (isShort ? shortRulingSchema : rulingSchema).safeParse(node.value);
  if (!read.success) mistakes.problems.push(...problemsOfIssues(read.error.issues, node, RULING_KEYS));
  const until = nodeAt(node, ['until']);
  if (until.whole && typeof until.node.value === 'string' && !isDate(until.node.value)) {
    mistakes.report(until.node.place, { code: 'bad-date', found: describeValue(until.node.value) });
  }
  if (selector === null) return null;

  const long = typeof read.data === 'string' ? { level: read.data } : read.data ?? {};
  const located = <Value>(part: string, value: Value | undefined): Located<Value> | null =>
    value === undefined ? null : { value, place: nodeAt(node, [part]).node.place };
  const ruling: UnboundRuling = {
    selector,
    place,
    level: located('level', long.level),
    options: parseOptions(selector, node, mistakes),
    waivers: located('waivers', long.waivers),
    fix: located('fix', long.fix),
    ledger: located('ledger', long.ledger),
    guard: located('guard', long.guard),
    because: long.because ?? null,
    until: long.until ?? null,
  };
  if (read.success && saysNothing(ruling) && !nodeAt(node, ['options']).whole) {
    mistakes.report(place, { code: 'says-nothing', selector: key });
  }
  return ruling;
}

function saysNothing({ level, waivers, fix, ledger, guard }: UnboundRuling): boolean {
  return [level, waivers, fix, ledger, guard].every((part) => part === null);
}

/** What a text selects. Null if it is no selector, which is reported. */
export function needSelector(key: string, place: Place, mistakes: Mistakes): Selector | null {
  const selector = parseSelector(key);
  if (selector === null) mistakes.report(place, { code: 'bad-selector', selector: key });
  return selector;
}

/** Parses the options of what says something about rules; only a full rule id may have options. */
export function parseOptions(selector: Selector, node: YamlNode, mistakes: Mistakes): WrittenOption[] {
  const { node: block, whole } = nodeAt(node, ['options']);
  if (!whole || block.parts.size === 0) return [];
  if (selector.kind !== 'rule') {
    mistakes.report(block.place, { code: 'options-need-rule', selector: formatSelector(selector) });
    return [];
  }
  return [...block.parts].map(([name, value]) => ({ name: String(name), place: value.keyPlace ?? value.place, value }));
}
