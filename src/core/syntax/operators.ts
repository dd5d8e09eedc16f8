import { KIND, SHIFT } from './node-table.js';
import type { NumberTest, SyntaxTree } from './tree.js';

const OPERATOR = ['operator'];

/** The test of a tree whether the operator of an expression is one of some signs or words. Where the grammar names no operator it is none. */
export function operatorTest(tree: SyntaxTree, signs: ReadonlySet<string>): NumberTest {
  const { table } = tree;
  const operators = tree.rolesOf(OPERATOR);
  const isWanted = tree.kindFlags(signs);
  return (index) => {
    const operator = tree.childInRoles(index, operators);
    return operator >= 0 && isWanted[table[(operator << SHIFT) + KIND] as number] === 1;
  };
}
