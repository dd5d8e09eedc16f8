import type { EngineMemory } from './engine.js';
import type { GrammarTables } from './grammar-tables.js';

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
const PARTS = 9;
const SYMBOL = 10;
const FLAGS = 11;
const SEEN_PARTS = 12;
const PRODUCTION = 16;

/** Bits of `SubtreeInlineData`, which stands for small leaves in the place of an address; its flags are one bit further than elsewhere. */
const INLINE = 1;
const VISIBLE = 1;
const EXTRA = 4;

/** Numbers of one frame: of a node whose parts are being read. */
const FRAME = 7;

/**
 * Reads a tree as the engine has it in its memory, in the way of its own cursor (tree_cursor.c): nodes that the grammar
 * hides are left out, and what they consist of counts as parts of the node around them. The package's cursor finds the
 * same, but with seven calls a node, which takes a third of the time of parsing.
 * @param address where the tree is; it begins with its root.
 */
export function readTable(address: number, { words }: EngineMemory, { kindOf, width, aliases, fields }: GrammarTables, errorKind: number): NodeTable {
  let table = free.pop() ?? new Int32Array(1 << 16);
  let stack = new Int32Array(FRAME << 6);
  let top = 0;
  let count = 0;
  let depth = 0;
  let deepest = 0;
  // The frame: the next part, how many are left, how many there were but for extras, the production, where the part
  // before ended, the row that the parts are below, and the role that they have from a hidden node. Before the root
  // there is none.
  let slot = address >> 2;
  let left = 1;
  let structural = 0;
  let production = 0;
  let end = 0;
  let row = -1;
  let role = 0;
  for (;;) {
    if (left === 0) {
      if (top === 0) return { table, size: count, depth: deepest };
      const inner = row;
      top -= FRAME;
      slot = stack[top] as number;
      left = stack[top + 1] as number;
      structural = stack[top + 2] as number;
      production = stack[top + 3] as number;
      end = stack[top + 4] as number;
      row = stack[top + 5] as number;
      role = stack[top + 6] as number;
      if (row !== inner) {
        table[(inner << SHIFT) + AFTER] = count;
        depth -= 1;
      }
      continue;
    }
    const head = words[slot] as number;
    const node = head >> 2;
    const isInline = (head & INLINE) !== 0;
    const sizes = words[slot + 1] as number;
    const flags = isInline ? head >> 1 : words[node + FLAGS] as number;
    const start = end + (isInline ? (sizes >>> 16) & 0xff : words[node + PADDING] as number);
    const parts = isInline ? 0 : words[node + PARTS] as number;
    let symbol = isInline ? (head >>> 8) & 0xff : (words[node + SYMBOL] as number) & 0xffff;
    let isSeen = top === 0 && row < 0 || (flags & VISIBLE) !== 0;
    let field = 0;
    if ((flags & EXTRA) === 0) {
      if (structural < width) {
        const place = production * width + structural;
        const alias = aliases[place] as number;
        if (alias !== 0) {
          symbol = alias;
          isSeen = true;
        }
        field = fields[place] as number;
      }
      if (field === 0) field = role;
      structural += 1;
    }
    const before = end;
    end = start + (isInline ? sizes >>> 24 : words[node + SIZE] as number);
    slot += 2;
    left -= 1;
    if (isSeen) {
      const at = count << SHIFT;
      if (at === table.length) table = enlarged(table);
      table[at + KIND] = symbol < kindOf.length ? kindOf[symbol] as number : errorKind;
      table[at + FIELD] = field;
      // The engine counts bytes of UTF-16.
      table[at + START] = start >> 1;
      table[at + END] = end >> 1;
      table[at + PARENT] = row;
      table[at + AFTER] = count + 1;
      table[at + LAST] = -1;
      if (row < 0) table[at + PREVIOUS] = -1;
      else {
        table[at + PREVIOUS] = table[(row << SHIFT) + LAST] as number;
        table[(row << SHIFT) + LAST] = count;
      }
      count += 1;
      if (depth > deepest) deepest = depth;
    }
    if (parts === 0 || !isSeen && words[node + SEEN_PARTS] === 0) continue;
    if (top === stack.length) stack = enlarged(stack);
    stack[top] = slot;
    stack[top + 1] = left;
    stack[top + 2] = structural;
    stack[top + 3] = production;
    stack[top + 4] = end;
    stack[top + 5] = row;
    stack[top + 6] = role;
    top += FRAME;
    // Parts stand right before the node itself.
    slot = node - 2 * parts;
    left = parts;
    structural = 0;
    production = (words[node + PRODUCTION] as number) >>> 16;
    end = before;
    role = isSeen ? 0 : field;
    if (isSeen) {
      row = count - 1;
      depth += 1;
    }
  }
}

function enlarged(table: Int32Array): Int32Array<ArrayBuffer> {
  const larger = new Int32Array(table.length * 2);
  larger.set(table);
  return larger;
}
