import type { EngineMemory } from './engine.js';
import { ALIAS_SHIFT, ROLE_BITS, type GrammarTables } from './grammar-tables.js';
import { releaseNumbers, takeNumbers } from './number-pool.js';

/** A row of the table has 1 << SHIFT numbers, so that shifting finds its start; these are the columns in use. */
export const SHIFT = 3;
/** The kind of the node in its grammar. */
export const KIND = 0;
export const FIELD = 1;
export const START = 2;
export const END = 3;
/** Nodes are stored as row numbers; -1 for none. */
export const PARENT = 4;
/** The row after the node and all its descendants. */
export const AFTER = 5;

/** A tree as a table: one row per node, in text order, parents before children. */
export interface NodeTable {
  /** The array may be longer than its `size` rows. */
  readonly table: Int32Array;
  readonly size: number;
  /** How deep nodes are nested. */
  readonly depth: number;
}

/** The offsets of the fields of `SubtreeHeapData` on a 32-bit machine, in words of four bytes (tree-sitter's subtree.h, 0.27). */
const PADDING = 1;
const SIZE = 4;
const ERROR_COST = 8;
const PARTS = 9;
const SYMBOL = 10;
const FLAGS = 11;
const SEEN_PARTS = 12;
const SEEN_BELOW = 14;
const PRODUCTION = 16;

/** The bits of `SubtreeInlineData`, which represents small leaves instead of an address; its flags are shifted by one bit. */
const INLINE = 1;
const VISIBLE = 1;
const EXTRA = 4;

/** The numbers kept per node while its children are read. */
const FRAME = 7;

/** How much a tree may have: of a sample it is known that there is less. */
export interface ReadingBounds {
  readonly rows: number;
  /** How many nodes may have children, hidden ones too, and how many children one may have. */
  readonly parents: number;
  readonly parts: number;
}

const NO_BOUNDS: ReadingBounds = { rows: 0x7fffffff, parents: 0x7fffffff, parts: 0x7fffffff };

/** The state of the ancestors of the node being read; never full at the start of an iteration of {@link readTable}. */
let stack = new Int32Array(FRAME << 10);

/**
 * Reads a tree directly from the engine's memory, as its own cursor does (tree_cursor.c): nodes that the grammar
 * hides are left out, and their children count as children of the node around them. The package's cursor gives the
 * same result with seven calls per node, which takes a third of the parsing time.
 * @param address the address of the tree, which begins with its root. @throws RangeError if there is more than the bounds allow.
 */
// elvar waive size/branches, size/function-lines because a call or two for each of a million nodes would double the time
export function readTable(
  address: number,
  { words }: EngineMemory,
  { parts: productionParts, width, kindOf }: GrammarTables,
  errorKind: number,
  bounds = NO_BOUNDS,
): NodeTable {
  let table = takeNumbers(Math.min(room(address, words), bounds.rows) << SHIFT);
  const kinds = kindOf.length;
  let size = 0;
  let depth = 0;
  let deepest = 0;
  const { parents: mostParents, parts: mostParts } = bounds;
  let parents = 0;
  let top = 0;
  // The address of the next child, how many are left, and how many there were apart from extras such as comments.
  let slot = address >> 2;
  let left = 1;
  let structural = 0;
  // The offset in the tables of the production that made the node.
  let place = 0;
  // The end of the previous child, in bytes.
  let ended = 0;
  // The parent row of the children, -1 above the root; and the field that they inherit from a hidden node, 0 for none.
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
      if (at === table.length) table = grown(table, bounds);
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
    // Skip a subtree without visible nodes.
    if (parts === 0 || (!isSeen && words[node + SEEN_PARTS] === 0)) continue;
    parents += 1;
    // Beyond the memory there is no number.
    if (parents > mostParents || !(parts > 0 && parts <= mostParts)) {
      throw new RangeError('a tree has more nodes than it can have');
    }
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
    // Children are stored right before the node itself.
    slot = node - 2 * parts;
    left = parts;
    structural = 0;
    place = ((words[node + PRODUCTION] as number) >>> 16) * width;
    ended = before;
    row = below;
    role = isSeen ? 0 : own;
  }
}

/**
 * Whether something in a tree does not follow the grammar (`ts_subtree_error_cost`); a root that is a single leaf has no
 * mistakes.
 */
export function hasErrors(address: number, { words }: EngineMemory): boolean {
  const head = words[address >> 2] as number;
  return (head & INLINE) === 0 && words[(head >> 2) + ERROR_COST] !== 0;
}

/** The number of visible nodes in a tree, as the engine counts them (`ts_subtree_visible_descendant_count`). */
function room(address: number, words: Int32Array): number {
  const head = words[address >> 2] as number;
  return 1 + ((head & INLINE) === 0 && words[(head >> 2) + PARTS] !== 0 ? words[(head >> 2) + SEEN_BELOW] as number : 0);
}

function grown(table: Int32Array, { rows }: ReadingBounds): Int32Array {
  if (table.length >> SHIFT >= rows) throw new RangeError('a tree has more nodes than it can have');
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
