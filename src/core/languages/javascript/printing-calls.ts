import type { PrintingCalls, PrintingWays } from '../../finders/printing-calls.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';

/** How JavaScript and TypeScript print. */
export const SCRIPT_PRINTING: PrintingWays = { more: passedOn };

/** Functions that print and are passed to others, as in `tides.forEach(console.log)`. */
function passedOn(tree: SyntaxTree, { names, objects }: PrintingCalls): readonly SyntaxNode[] {
  // There are very many members, and hardly any is passed.
  if (!objects.some((object) => tree.text.includes(object))) return [];
  return tree.ofType('member_expression').filter((node) => node.parentType === 'arguments' && names.has(node.text));
}
