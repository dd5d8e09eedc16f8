import { problemAt } from './schema-problems.js';
import type { Problem } from '../../model/problem.js';
import { nodeAt, type YamlNode } from './yaml-text.js';

/** The most zones and expectations of one layer file: far more than anybody writes, and few enough to be decided in seconds. */
const MOST = { zones: 2_000, expectations: 1_000 } as const;

/** The most patterns of one layer file, and of one ignore file. */
export const MOST_PATTERNS = 50_000;

/** What there is too much of in a layer file, at the first that is one too many; null if it may be read. */
export function tooMuchIn(root: YamlNode): Problem | null {
  return tooManyItems(root, 'zones', 'zones') ?? tooManyItems(root, 'expect', 'expectations') ?? tooManyPatterns(root);
}

function tooManyItems(root: YamlNode, key: string, what: keyof typeof MOST): Problem | null {
  const item = itemsOf(root, [key])[MOST[what]];
  return item === undefined ? null : problemAt(item.place, { code: 'yaml-too-many', what, limit: MOST[what] });
}

function tooManyPatterns(root: YamlNode): Problem | null {
  const lists = [
    itemsOf(root, ['scope', 'include']), itemsOf(root, ['scope', 'ignore']),
    ...itemsOf(root, ['zones']).flatMap((zone) => [itemsOf(zone, ['match']), itemsOf(zone, ['except'])]),
    ...itemsOf(root, ['expect']).map((expectation) => itemsOf(expectation, ['of'])),
  ];
  let count = 0;
  for (const list of lists) {
    const item = list[MOST_PATTERNS - count];
    if (item !== undefined) return problemAt(item.place, { code: 'yaml-too-many', what: 'patterns', limit: MOST_PATTERNS });
    count += list.length;
  }
  return null;
}

/** The items of a list; none if there is no such list. */
function itemsOf(node: YamlNode, path: readonly string[]): YamlNode[] {
  const { whole, node: found } = nodeAt(node, [...path]);
  return whole && Array.isArray(found.value) ? [...found.parts.values()] : [];
}
