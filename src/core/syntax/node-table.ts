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

/** A frame has so many numbers: a node whose parts are being read. These are their places. */
const FRAME = 7;
/** The next part. */
const SLOT = 0;
/** How many parts are left. */
const LEFT = 1;
/** How many there were but for extras, such as comments. */
const STRUCTURAL = 2;
/** Which production of the grammar made the node. */
const MADE_BY = 3;
/** Where the part before ended, in bytes. */
const BEFORE = 4;
/** The row that the parts are below; -1 above the root. */
const ROW = 5;
/** The role that the parts have from a node that is not seen; 0 for none. */
const ROLE = 6;

/**
 * Reads a tree as the engine has it in its memory, in the way of its own cursor (tree_cursor.c): nodes that the grammar
 * hides are left out, and what they consist of counts as parts of the node around them. The package's cursor finds the
 * same, but with seven calls a node, which takes a third of the time of parsing.
 * @param address where the tree is; it begins with its root.
 */
export function readTable(address: number, memory: EngineMemory, tables: GrammarTables, errorKind: number): NodeTable {
  return new TableReader(memory.words, tables, errorKind).read(address);
}

class TableReader {
  private table = free.pop() ?? new Int32Array(1 << 16);
  private size = 0;
  private depth = 0;
  private deepest = 0;
  private stack = new Int32Array(FRAME << 6);
  /** Where the innermost frame is; below 0 when all is read. */
  private top = -FRAME;
  /** What is known of the part that is being read, before its place is looked at. */
  private padding = 0;
  private length = 0;
  private symbol = 0;
  private flags = 0;
  private parts = 0;

  constructor(private readonly words: Int32Array, private readonly tables: GrammarTables, private readonly errorKind: number) {}

  read(address: number): NodeTable {
    this.enter(address >> 2, 1, 0, 0);
    this.stack[ROW] = -1;
    while (this.top >= 0) {
      if (this.stack[this.top + LEFT] === 0) this.leave();
      else this.readPart();
    }
    return { table: this.table, size: this.size, depth: this.deepest };
  }

  /** Begins with the parts of a node. */
  private enter(slot: number, parts: number, production: number, before: number): void {
    this.top += FRAME;
    if (this.top === this.stack.length) this.stack = enlarged(this.stack);
    const { stack, top } = this;
    stack[top + SLOT] = slot;
    stack[top + LEFT] = parts;
    stack[top + STRUCTURAL] = 0;
    stack[top + MADE_BY] = production;
    stack[top + BEFORE] = before;
  }

  private leave(): void {
    const row = this.stack[this.top + ROW] as number;
    this.top -= FRAME;
    if (this.top < 0 || this.stack[this.top + ROW] === row) return;
    this.table[(row << SHIFT) + AFTER] = this.size;
    this.depth -= 1;
  }

  private decode(slot: number): void {
    const { words } = this;
    const head = words[slot] as number;
    if ((head & INLINE) !== 0) {
      const sizes = words[slot + 1] as number;
      this.flags = head >> 1;
      this.padding = (sizes >>> 16) & 0xff;
      this.length = sizes >>> 24;
      this.parts = 0;
      this.symbol = (head >>> 8) & 0xff;
    } else {
      const node = head >> 2;
      this.flags = words[node + FLAGS] as number;
      this.padding = words[node + PADDING] as number;
      this.length = words[node + SIZE] as number;
      this.parts = words[node + PARTS] as number;
      this.symbol = (words[node + SYMBOL] as number) & 0xffff;
    }
  }

  private readPart(): void {
    const { stack, top } = this;
    const slot = stack[top + SLOT] as number;
    this.decode(slot);
    const before = stack[top + BEFORE] as number;
    const start = before + this.padding;
    const row = stack[top + ROW] as number;
    const isExtra = (this.flags & EXTRA) !== 0;
    const place = isExtra ? -1 : this.nextPlace();
    const alias = place < 0 ? 0 : this.tables.aliases[place] as number;
    const own = place < 0 ? 0 : this.tables.fields[place] as number;
    const role = own === 0 && !isExtra ? stack[top + ROLE] as number : own;
    const isSeen = (this.flags & VISIBLE) !== 0 || alias !== 0 || top === 0;
    stack[top + BEFORE] = start + this.length;
    stack[top + SLOT] = slot + 2;
    stack[top + LEFT]! -= 1;
    if (isSeen) this.add(alias === 0 ? this.symbol : alias, role, start, row);
    if (this.parts > 0) this.enterNode((this.words[slot] as number) >> 2, before, isSeen, isSeen ? this.size - 1 : row, role);
  }

  /** Goes into a node that has parts, unless nothing of them is seen. */
  private enterNode(node: number, before: number, isSeen: boolean, row: number, role: number): void {
    const { words } = this;
    if (!isSeen && words[node + SEEN_PARTS] === 0) return;
    // Parts stand right before the node itself.
    this.enter(node - 2 * this.parts, this.parts, (words[node + PRODUCTION] as number) >>> 16, before);
    this.stack[this.top + ROW] = row;
    this.stack[this.top + ROLE] = isSeen ? 0 : role;
    if (isSeen) this.depth += 1;
  }

  /** Where the tables tell of the part that comes next, of those that are no extras; below 0 for nowhere. */
  private nextPlace(): number {
    const { stack, top, tables: { width } } = this;
    const part = stack[top + STRUCTURAL]!++;
    return part < width ? stack[top + MADE_BY] as number * width + part : -1;
  }

  private add(symbol: number, field: number, start: number, row: number): void {
    const at = this.size << SHIFT;
    if (at === this.table.length) this.table = enlarged(this.table);
    const { table, tables: { kindOf } } = this;
    table[at + KIND] = symbol < kindOf.length ? kindOf[symbol] as number : this.errorKind;
    table[at + FIELD] = field;
    // The engine counts bytes of UTF-16.
    table[at + START] = start >> 1;
    table[at + END] = (start + this.length) >> 1;
    table[at + PARENT] = row;
    table[at + AFTER] = this.size + 1;
    table[at + LAST] = -1;
    table[at + PREVIOUS] = row < 0 ? -1 : table[(row << SHIFT) + LAST] as number;
    if (row >= 0) table[(row << SHIFT) + LAST] = this.size;
    this.size += 1;
    if (this.depth > this.deepest) this.deepest = this.depth;
  }
}

function enlarged(table: Int32Array): Int32Array<ArrayBuffer> {
  const larger = new Int32Array(table.length * 2);
  larger.set(table);
  return larger;
}
