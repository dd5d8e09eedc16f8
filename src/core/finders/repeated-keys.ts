import { syntaxOf } from '../syntax/language-syntax.js';
import type { SyntaxNode } from '../syntax/node.js';
import type { Hit, TreeFinder } from './finder.js';
import { byTree, hitAt, hitsOf, NO_HITS } from './hits.js';

/** @param keyOf the key of an entry with the place to report; null for an entry whose key is computed. */
export function eachHolder(
  types: readonly string[], keyOf: (part: SyntaxNode) => { readonly key: string; readonly at: SyntaxNode } | null,
): TreeFinder<unknown> {
  return byTree(({ tree }) => hitsOf(tree.ofTypes(types), (holder): readonly Hit[] => {
    const { parts } = holder;
    if (parts.length < 2) return NO_HITS;
    const first = new Set<string>();
    return hitsOf(parts, (part): readonly Hit[] => {
      const known = keyOf(part);
      if (known === null) return NO_HITS;
      if (!first.has(known.key)) {
        first.add(known.key);
        return NO_HITS;
      }
      return [hitAt(known.at, `the key ${known.key.replace(/^(?:[a-z]+ )+/, '')} appears twice; only the last value counts`)];
    });
  }), types);
}

export function literalKey(node: SyntaxNode | null): { key: string; at: SyntaxNode } | null {
  if (node === null) return null;
  const { type } = node;
  if (type === 'number' || type === 'integer' || type === 'float') {
    return { key: syntaxOf(node.tree).keysHaveTypes === true ? `number ${node.text}` : node.text, at: node };
  }
  if (/^(?:none|true|false|null)$/.test(type) || (type === 'class_constant_access_expression' && !node.text.includes('('))) {
    return { key: `constant ${node.text}`, at: node };
  }
  if (type !== 'string' && type !== 'encapsed_string') return null;
  const text = node.text;
  // In Python, bytes and strings are different keys.
  if (!/^["']/.test(text) || /[\\$]/.test(text)) return null;
  return { key: text.slice(1, -1), at: node };
}
