import type { PrintingWays } from '../../finders/printing-calls.js';

const STREAMS = ['qualified_identifier', 'identifier'];

/** How C and C++ print: also by streams, to which an operator writes. */
export const CPP_PRINTING: PrintingWays = {
  bare: ['printf', 'puts'],
  more: (tree, { names }) => tree.ofTypes(STREAMS)
    .filter((node) => names.has(node.text) && node.parent?.type === 'binary_expression' && node.field === 'left'),
};
