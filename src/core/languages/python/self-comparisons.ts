import { functionAround } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';

/** Whether an assignment to itself makes a member of an outer name: it does in the body of a class or module. */
export function makesMember(assignment: SyntaxNode, written: string): boolean {
  return functionAround(assignment) === null
    || assignment.parent?.parent?.parent?.type === 'class_definition' || !/^\w+$/.test(written);
}
