import { FUNCTIONS } from '../functions.js';
import type { SyntaxNode } from '../node.js';
import { KIND, PARENT, SHIFT } from '../node-table.js';
import type { Binding } from './scope.js';

const VALUE = ['value'];
const RIGHT = ['right'];
const ASSIGNMENTS = ['assignment_expression', 'assignment'];

/** The function that a name stands for: declared by that name, or assigned to it; null if none. */
export function functionOf({ node: { tree, index }, kind }: Binding): SyntaxNode | null {
  const { table } = tree;
  const isFunction = tree.kindFlags(FUNCTIONS);
  const parent = table[(index << SHIFT) + PARENT] as number;
  if (parent < 0) return null;
  let place = kind === 'function' ? parent : tree.childInRoles(parent, tree.rolesOf(VALUE));
  if (place < 0 && tree.kindFlags(ASSIGNMENTS)[table[(parent << SHIFT) + KIND] as number] === 1) {
    place = tree.childInRoles(parent, tree.rolesOf(RIGHT));
  }
  return place >= 0 && place !== index && isFunction[table[(place << SHIFT) + KIND] as number] === 1 ? tree.nodeAt(place) : null;
}

/** Whether a name stands for a function. */
export function isFunctionBinding(binding: Binding): boolean {
  return functionOf(binding) !== null;
}
