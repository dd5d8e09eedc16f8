import type { Hit } from './finder.js';
import { hitAt, hitsOf } from './hits.js';
import { nameTest } from './name-patterns.js';
import type { FreeNames } from './options.js';
import type { SyntaxNode } from '../syntax/node.js';
import type { ParsedSource } from '../syntax/source.js';
import { textsOf } from '../syntax/texts.js';

/** A member that only its own class can use. */
export interface Member {
  readonly name: SyntaxNode;
  /** The whole member: uses inside it do not count. */
  readonly node: SyntaxNode;
}

/** The members that nothing in their file uses. @param uses the node types of names. */
export function unusedMembers(
  { tree }: ParsedSource, members: readonly Member[], uses: readonly string[], { free }: FreeNames,
): Hit[] {
  if (members.length === 0) return [];
  const isFree = nameTest(free);
  const places = new Map<string, SyntaxNode[]>();
  for (const node of tree.ofTypes(uses)) {
    const text = node.text;
    const others = places.get(text);
    if (others === undefined) places.set(text, [node]);
    else others.push(node);
  }
  const texts = textsOf(tree).map((node) => node.text).join('\n');
  return hitsOf(members, ({ name, node }) => {
    const key = name.text.replace(/^\$/, '');
    const others = (places.get(key) ?? []).filter((place) =>
      place !== name && !place.isWithin(name) && (!place.isWithin(node) || isField(node)));
    const isUsed = others.some((place) => !isField(node) || !isWritten(place));
    // A name in a string may be how it is called.
    // Other classes can use a mangled name of Python with the name of its class.
    const isMangled = key.startsWith('__') && new RegExp(`\\b_\\w+${key}\\b`).test(tree.text);
    return isUsed || isMangled || isFree(key) || texts.includes(key)
      ? []
      : [hitAt(name, `${name.text} is private and never ${others.length > 0 ? 'read' : 'used'}`)];
  });
}

function isField({ type }: SyntaxNode): boolean {
  return !/method|function/.test(type);
}

const ACCESSES = new Set([
  'member_expression', 'field_access', 'attribute', 'member_access_expression', 'scoped_property_access_expression',
  'variable_name',
]);

/** Whether a use only sets a member, or counts it up as a statement of its own. */
function isWritten(name: SyntaxNode): boolean {
  const access = ACCESSES.has(name.parentType ?? '') ? (name.parent as SyntaxNode) : name;
  const { parent } = access;
  if (parent === null || parent.parentType !== 'expression_statement') return false;
  if (/update_expression|unary_/.test(parent.type)) return true;
  return /^(?:(?:augmented_)?assignment(?:_expression)?)$/.test(parent.type)
    && access.field === 'left' && !/^(?:\?\?|\|\||&&)=$/.test(parent.child('operator')?.text ?? '');
}
