import { FUNCTIONS, nameOf } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';

/** Whether a method answers to an event, or is handed over by its name. */
export function needsParameters(owner: SyntaxNode): boolean {
  const name = nameOf(owner)?.text ?? '';
  return /EventArgs\b/.test(owner.child('parameters')?.text ?? '')
    || owner.tree.ofType('identifier').some((use) => use.text === name && isDelegate(use));
}

/** Whether a use of a method's name is no call, so that whoever gets it decides what it is given. */
function isDelegate({ field, parent }: SyntaxNode): boolean {
  if (field === 'function' || (field === 'name' && parent !== null && FUNCTIONS.has(parent.type))) return false;
  return !(field === 'property' && parent?.field === 'function');
}
