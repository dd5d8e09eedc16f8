import type { EngineMemory } from './engine.js';
import { ALIAS_SHIFT, ROLE_BITS, type GrammarTables } from './grammar-tables.js';
import { releaseNumbers, takeNumbers } from './number-pool.js';

/** A row of the table has 1 << SHIFT numbers, so that its beginning is found by shifting; these are the places of those in use. */
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

/** A tree as a table: a row a node, in the order of the text, a node before what is below it. */
export interface NodeTable {
  /** It may be longer than its `size` rows. */
  readonly table: Int32Array;
  readonly size: number;
  /** How deep nodes are nested. */
  readonly depth: number;
}

/** Where the parts of `SubtreeHeapData` are on a machine of 32 bits, in words of four bytes (tree-sitter's subtree.h, 0.27). */
const PADDING = 1;
const SIZE = 4;
const ERROR_COST = 8;
const PARTS = 9;
const SYMBOL = 10;
const FLAGS = 11;
const SEEN_PARTS = 12;
const SEEN_BELOW = 14;
const PRODUCTION = 16;

/** Bits of `SubtreeInlineData`, which stands for small leaves in the place of an address; its flags are one bit further than elsewhere. */
const INLINE = 1;
const VISIBLE = 1;
const EXTRA = 4;

/** So many numbers are kept of a node while its parts are read. */
const FRAME = 7;

/** Of the nodes around the one that is read; never full at the start of a turn of {@link readTable}. */
let stack = new Int32Array(FRAME << 10);

/**
 * Reads a tree as the engine has it in its memory, in the way of its own cursor (tree_cursor.c): nodes that the grammar
 * hides are left out, and what they consist of counts as parts of the node around them. The package's cursor finds the
 * same, but with seven calls a node, which takes a third of the time of parsing.
 * @param address where the tree is; it begins with its root.
 */
// elvar waive size/branches, size/function-lines because with a call or two for each of a million nodes it takes twice as long
export function readTable(address: number, { words }: EngineMemory, { parts: productionParts, width, kindOf }: GrammarTables, errorKind: number): NodeTable {
  let table = takeNumbers(room(address, words) << SHIFT);
  const kinds = kindOf.length;
  let size = 0;
  let depth = 0;
  let deepest = 0;
  let top = 0;
  // Where the next part is, how many are left, and how many there were but for extras, such as comments.
  let slot = address >> 2;
  let left = 1;
  let structural = 0;
  // Where the tables tell of the production that made the node.
  let place = 0;
  // Where the part before ended, in bytes.
  let ended = 0;
  // The row that the parts are below, -1 above the root; and the role that they have from a node that is not seen, 0 for none.
  let row = -1;
  let role = 0;
  for (;;) {
    if (left === 0) {
      if (top === 0) return { table, size, depth: deepest };
      const inner = row;
      top -= FRAME;
      slot = stack[top] as number;
      left = stack[top + 1] as number;
      structural = stack[top + 2] as number;
      place = stack[top + 3] as number;
      ended = stack[top + 4] as number;
      row = stack[top + 5] as number;
      role = stack[top + 6] as number;
      if (row !== inner) {
        table[(inner << SHIFT) + AFTER] = size;
        depth -= 1;
      }
      continue;
    }
    const head = words[slot] as number;
    const node = head >> 2;
    const before = ended;
    let start: number;
    let flags: number;
    let symbol: number;
    let parts = 0;
    if ((head & INLINE) !== 0) {
      const sizes = words[slot + 1] as number;
      flags = head >> 1;
      symbol = (head >>> 8) & 0xff;
      start = before + ((sizes >>> 16) & 0xff);
      ended = start + (sizes >>> 24);
    } else {
      flags = words[node + FLAGS] as number;
      symbol = (words[node + SYMBOL] as number) & 0xffff;
      start = before + (words[node + PADDING] as number);
      ended = start + (words[node + SIZE] as number);
      parts = words[node + PARTS] as number;
    }
    slot += 2;
    left -= 1;
    let own = 0;
    let isSeen = (flags & VISIBLE) !== 0 || row < 0;
    if ((flags & EXTRA) === 0) {
      if (structural < width) {
        const part = productionParts[place + structural] as number;
        own = part & ROLE_BITS;
        const alias = part >>> ALIAS_SHIFT;
        if (alias !== 0) {
          symbol = alias;
          isSeen = true;
        }
      }
      structural += 1;
      if (own === 0) own = role;
    }
    let below = row;
    if (isSeen) {
      below = size;
      const at = size << SHIFT;
      if (at === table.length) table = grown(table);
      table[at + KIND] = symbol < kinds ? kindOf[symbol] as number : errorKind;
      table[at + FIELD] = own;
      // The engine counts bytes of UTF-16.
      table[at + START] = start >> 1;
      table[at + END] = ended >> 1;
      table[at + PARENT] = row;
      table[at + AFTER] = size + 1;
      size += 1;
      if (depth > deepest) deepest = depth;
    }
    // Nothing is read below a node of which nothing is seen.
    if (parts === 0 || (!isSeen && words[node + SEEN_PARTS] === 0)) continue;
    if (top + FRAME > stack.length) stack = enlarged(stack);
    stack[top] = slot;
    stack[top + 1] = left;
    stack[top + 2] = structural;
    stack[top + 3] = place;
    stack[top + 4] = ended;
    stack[top + 5] = row;
    stack[top + 6] = role;
    top += FRAME;
    if (isSeen) depth += 1;
    // Parts stand right before the node itself.
    slot = node - 2 * parts;
    left = parts;
    structural = 0;
    place = ((words[node + PRODUCTION] as number) >>> 16) * width;
    ended = before;
    row = below;
    role = isSeen ? 0 : own;
  }
}

/** Whether something in a tree does not follow the grammar (`ts_subtree_error_cost`); a root that is a single leaf has no mistakes. */
export function hasErrors(address: number, { words }: EngineMemory): boolean {
  const head = words[address >> 2] as number;
  return (head & INLINE) === 0 && words[(head >> 2) + ERROR_COST] !== 0;
}

/** How many nodes there are to be seen in a tree, as the engine counts them (`ts_subtree_visible_descendant_count`). */
function room(address: number, words: Int32Array): number {
  const head = words[address >> 2] as number;
  return 1 + ((head & INLINE) === 0 && words[(head >> 2) + PARTS] !== 0 ? words[(head >> 2) + SEEN_BELOW] as number : 0);
}

function grown(table: Int32Array): Int32Array {
  const larger = takeNumbers(table.length * 2);
  larger.set(table);
  releaseNumbers(table);
  return larger;
}

function enlarged(numbers: Int32Array): Int32Array<ArrayBuffer> {
  const larger = new Int32Array(numbers.length * 2);
  larger.set(numbers);
  return larger;
}
