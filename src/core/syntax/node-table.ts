import type { Tree } from 'web-tree-sitter';
import type { CursorFunctions } from './engine.js';
import type { GrammarNames } from './grammar-names.js';

/** A row of the table has 1 << SHIFT numbers; these are their places. */
export const SHIFT = 3;
/** The kind of the node, of those that its grammar has. */
export const KIND = 0;
export const FIELD = 1;
export const START = 2;
export const END = 3;
/** Of nodes, the numbers of rows stand in the table; -1 where there is none. */
export const PARENT = 4;
/** The row that follows those of the node and all below it. */
export const AFTER = 5;
export const LAST = 6;
export const PREVIOUS = 7;

/** Tables that nobody uses any more: making one for every file keeps the garbage collector busy. */
const free: Int32Array[] = [];

/** Hands back a table; nothing may look at it any more. */
export function releaseTable(table: Int32Array): void {
  free.push(table);
}

/**
 * Reads a tree into a table: a row a node, in the order of the text, a node before what is below it. The table may be
 * longer than its `size` rows.
 */
export function readTable(tree: Tree, names: GrammarNames, cursor: CursorFunctions): { readonly table: Int32Array; readonly size: number; readonly depth: number } {
  let scratch = free.pop() ?? new Int32Array(1 << 16);
  const address = cursor.begin(tree);
  let count = 0;
  let deepest = 0;
  const add = (parent: number, previous: number): number => {
    const at = count << SHIFT;
    if (at === scratch.length) scratch = enlarged(scratch);
    scratch[at + KIND] = names.kindOf[cursor.type(address)] ?? names.errorKind;
    scratch[at + FIELD] = cursor.field(address);
    scratch[at + START] = cursor.start(address);
    scratch[at + END] = cursor.end(address);
    scratch[at + PARENT] = parent;
    scratch[at + AFTER] = count + 1;
    scratch[at + LAST] = -1;
    scratch[at + PREVIOUS] = previous;
    return count++;
  };
  let node = add(-1, -1);
  for (let depth = 0; ;) {
    if (cursor.toFirstChild(address)) {
      depth += 1;
      if (depth > deepest) deepest = depth;
      node = add(node, -1);
      continue;
    }
    while (!cursor.toNextSibling(address)) {
      const parent = scratch[(node << SHIFT) + PARENT] as number;
      if (parent < 0) {
        cursor.finish(address);
        return { table: scratch, size: count, depth: deepest };
      }
      cursor.toParent(address);
      depth -= 1;
      scratch[(parent << SHIFT) + AFTER] = count;
      scratch[(parent << SHIFT) + LAST] = node;
      node = parent;
    }
    node = add(scratch[(node << SHIFT) + PARENT] as number, node);
  }
}

function enlarged(table: Int32Array): Int32Array<ArrayBuffer> {
  const larger = new Int32Array(table.length * 2);
  larger.set(table);
  return larger;
}
