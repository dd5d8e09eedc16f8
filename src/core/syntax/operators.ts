import { KIND, SHIFT } from './node-table.js';
import type { NumberTest } from './numbered-tree.js';
import type { SyntaxTree } from './node.js';

const OPERATOR = ['operator'];

/**
 * Makes, for a tree, a test whether the operator of an expression is one of the given ones; false if the grammar has no operator
 * field there.
 */
export function operatorTest(tree: SyntaxTree, signs: ReadonlySet<string>): NumberTest {
  const { table } = tree;
  const operators = tree.rolesOf(OPERATOR);
  const isWanted = tree.kindFlags(signs);
  return (index) => {
    const operator = tree.childInRoles(index, operators);
    return operator >= 0 && isWanted[table[(operator << SHIFT) + KIND] as number] === 1;
  };
}
