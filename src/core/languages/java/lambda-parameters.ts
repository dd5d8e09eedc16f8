import type { SyntaxNode } from '../../syntax/node.js';

/** Whether a name is a parameter of a function of one expression, where all its uses are in sight. */
export function isOfLambda({ parent }: SyntaxNode): boolean {
  if (parent === null) return false;
  const lambda = parent.type === 'lambda_expression' ? parent
    : parent.type === 'formal_parameter' ? parent.parent?.parent
    : parent.parent;
  return lambda?.type === 'lambda_expression' && lambda.child('body')?.type !== 'block';
}
