import type { Node, QueryMatch } from 'web-tree-sitter';
import type { Hit } from '../model/rule.js';

/** The captures of one match by name; of a name captured several times, the last. */
export type Captures = Readonly<Record<string, Node | undefined>>;

/** The captures of a match by name. */
export function capturesOf(match: QueryMatch): Captures {
  const captures: Record<string, Node> = {};
  for (const { name, node } of match.captures) captures[name] = node;
  return captures;
}

/** A finding that covers a node. */
export function hitAt(node: Node, message: string): Hit {
  return { start: node.startIndex, end: node.endIndex, message };
}

/** Judges matches one by one; null from `judge` is no finding. */
export function hitsAt(
  matches: readonly QueryMatch[],
  judge: (captures: Captures) => { readonly at: Node; readonly message: string } | null,
): Hit[] {
  return matches.flatMap((match) => {
    const hit = judge(capturesOf(match));
    return hit === null ? [] : [hitAt(hit.at, hit.message)];
  });
}
