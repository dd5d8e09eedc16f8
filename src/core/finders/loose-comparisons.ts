import type { SyntaxNode, SyntaxTree } from '../syntax/node.js';
import type { NumberTest } from '../syntax/numbered-tree.js';
import { operatorTest } from '../syntax/operators.js';
import type { Hit } from './finder.js';
import { hitAt } from './hits.js';

const LOOSE = new Set(['==', '!=', '<>']);

export function isLooseComparison(tree: SyntaxTree): NumberTest {
  return operatorTest(tree, LOOSE);
}

/** What `slips/loose-compare` finds. */
export function judgeComparison(node: SyntaxNode, except: string | null): Hit | null {
  const operator = node.child('operator');
  if (operator === null) return null;
  const [left, right] = [node.child('left'), node.child('right')];
  if (except !== null
      && [
        left, right,
      ].some(
        (side) =>
          side?.type === except || side?.type === 'undefined' || side?.text === 'undefined' || /^void\b/.test(side?.text ?? ''),
      )) return null;
  const strict = operator.type === '==' ? '===' : '!==';
  // The meaning stays the same only if both sides are certainly strings.
  const isSafe = (isText(left) && isText(right));
  return hitAt(
    operator,
    `${operator.type} converts its operands before comparing; ${strict} does not`,
    isSafe ? [{ start: operator.start, end: operator.end, text: strict }] : undefined,
  );
}

function isText(side: SyntaxNode | null): boolean {
  if (side === null) return false;
  return side.type === 'string'
    || side.type === 'template_string' || (side.type === 'unary_expression' && side.first?.type === 'typeof');
}
