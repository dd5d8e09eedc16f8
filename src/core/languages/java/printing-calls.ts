import type { PrintingWays } from '../../finders/printing-calls.js';
import { methodOf } from '../../syntax/calls.js';

/** How Java prints. With a stream of its own, a stack trace is written there. */
export const JAVA_PRINTING: PrintingWays = {
  ofAnyObject: ['printStackTrace'],
  printsElsewhere: (call) => methodOf(call) === 'printStackTrace' && (call.child('arguments')?.parts.length ?? 0) > 0,
  more: (tree, { names }) => tree.ofType('method_reference').filter((node) => names.has(node.text.replace('::', '.'))),
};
