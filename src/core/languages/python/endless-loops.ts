import { FUNCTIONS } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';

const TRIED = new Set(['try_statement', ...FUNCTIONS]);

/** Whether an error may end a loop, as one ends what reads until there is no more. */
export function isTried(loop: SyntaxNode): boolean {
  const around = loop.closest(TRIED);
  return around?.type === 'try_statement' && around.childOfType('except_clause') !== null;
}
