import type { SyntaxNode } from '../syntax/node.js';

/** Nodes that join two values, in every grammar. */
const JOINS = new Set([
  'binary_expression', 'binary_operator', 'concatenated_string', 'concatenation', 'augmented_assignment_expression',
  'augmented_assignment',
]);

/** What a text is filled in with: `%s`, `{}`, `{name}`, `${name}`, `$name`. */
const FILLING = String.raw`(?:%[sd]|\$?\{[^{}]*\}|\$\w+)`;
const BEFORE_FILLING = new RegExp(`(?<![\\w$])([A-Za-z_$][\\w$]+)${FILLING}`, 'g');
const BEHIND_FILLING = new RegExp(`${FILLING}([A-Za-z_][\\w$]+)(?![\\w$])`, 'g');

/** Shorter ones begin too many names to tell anything. */
const SHORTEST = 2;
const LONGEST = 200;

/**
 * The beginnings of names that a text may make, such as `visit_*`, and the ends, such as `*Handler`.
 * @param content between its quote marks.
 */
export function affixesOf(node: SyntaxNode, content: string): string[] {
  if (content.length > LONGEST) return [];
  const affixes: string[] = [];
  if (/[%{$]/.test(content)) {
    for (const [, before = ''] of content.matchAll(BEFORE_FILLING)) affixes.push(`${before}*`);
    for (const [, behind = ''] of content.matchAll(BEHIND_FILLING)) affixes.push(`*${behind}`);
  }
  if (/^[A-Za-z_$][\w$]*$/.test(content)) {
    if (isJoined(node, 'next')) affixes.push(`${content}*`);
    if (isJoined(node, 'previous')) affixes.push(`*${content}`);
  }
  return affixes.filter((affix) => affix.length > SHORTEST);
}

/** Whether something is joined to a text on one side; a chain of joins is nested to the left. */
function isJoined(node: SyntaxNode, side: 'next' | 'previous'): boolean {
  for (let at: SyntaxNode | null = node; at !== null && JOINS.has(at.parentType ?? ''); at = at.parent) {
    if (at[side] !== null) return true;
  }
  return false;
}
