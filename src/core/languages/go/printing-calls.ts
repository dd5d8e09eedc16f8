import type { PrintingWays } from '../../finders/printing-calls.js';
import { functionAround } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';

/** How Go prints. */
export const GO_PRINTING: PrintingWays = { bare: ['println'], printsElsewhere: isInExample };

/** Whether a call is in an example, which Go runs and compares with its output (package testing, "Examples"). */
function isInExample(call: SyntaxNode): boolean {
  let around = functionAround(call);
  for (let outer = around; outer !== null; outer = functionAround(outer)) around = outer;
  return /^Example/.test(around?.child('name')?.text ?? '');
}
