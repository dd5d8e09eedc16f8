import type { Hit, TreeFinder } from './finder.js';
import { CLASSES, FUNCTIONS, nameOf } from '../syntax/functions.js';
import { isComment, type SyntaxNode } from '../syntax/node.js';
import type { SyntaxTree } from '../syntax/node.js';
import { byTree, hitAt, hitsOf, NO_HITS } from './hits.js';

/** The types of what can be public. */
export const DECLARED_TYPES: readonly string[] = [...CLASSES, ...FUNCTIONS, 'type_alias_declaration', 'variable_declarator'];

/** What is public in a language, and documented. */
export interface PublicWays {
  /** What may be public, if that is not every function and type. */
  readonly candidates?: (tree: SyntaxTree) => readonly SyntaxNode[];
  /** What is public although nothing at its declaration says so. */
  readonly elsewhere?: (tree: SyntaxTree) => readonly SyntaxNode[];
  readonly isPublic: (declared: SyntaxNode) => boolean;
  /** Whether it is documented; by default, if a comment stands before it. */
  readonly isDescribed?: (declared: SyntaxNode) => boolean;
}

/** Finds what is public and not documented. */
export function undocumented(ways: PublicWays): TreeFinder<unknown> {
  return byTree(({ tree }) => findUndescribed(tree, ways), DECLARED_TYPES);
}

function findUndescribed(tree: SyntaxTree, { candidates, elsewhere, isPublic, isDescribed = hasComment }: PublicWays): Hit[] {
  const more = elsewhere?.(tree) ?? [];
  return hitsOf([...candidates?.(tree) ?? tree.ofTypes(DECLARED_TYPES), ...more], (node): readonly Hit[] => {
    if (!(more.includes(node) || isPublic(node)) || isDescribed(node)) return NO_HITS;
    const name = nameOf(node);
    return name === null ? [] : [hitAt(name, `${name.text} is public but not documented`)];
  });
}

/** What may stand around a declaration, between it and its comment. */
const HOLDERS = new Set([
  'export_statement', 'lexical_declaration', 'variable_declaration', 'template_declaration', 'decorated_definition',
  'assignment_expression', 'expression_statement',
]);

function hasComment(node: SyntaxNode): boolean {
  let place = node;
  while (place.parent !== null && HOLDERS.has(place.parent.type)) {
    place = place.parent;
  }
  let before = place.previous;
  while (before !== null && /^(?:attribute_list|decorator)$/.test(before.type)) before = before.previous;
  // In a class, modifiers such as static precede it in the tree.
  return before !== null && isComment(before);
}

/**
 * Whether the owner of a member is accessible: not a class inside a function, nor an object's own.
 * @param isOpen whether others can reach a class around it; absent if they always can.
 */
export function isReachable(node: SyntaxNode, isOpen?: (holder: SyntaxNode) => boolean): boolean {
  if (node.closest(FUNCTIONS) !== null) return false;
  for (let holder = node.closest(CLASSES); isOpen !== undefined && holder !== null; holder = holder.closest(CLASSES)) {
    if (/_declaration$/.test(holder.type) && !isOpen(holder)) return false;
  }
  return node.parent?.parent?.type !== 'object_creation_expression';
}
