import type { Language as Grammar } from 'web-tree-sitter';
import type { GrammarId } from '../base/language.js';
import { grammarNames, kindFlags, kindsOf, kindsOfKeys, rolesOf, type GrammarNames } from './grammar-names.js';
import type { Memo } from './memo.js';
import { releaseNumbers } from './number-pool.js';
import { joined, sortedByKind, type SortedNumbers } from './sorted-numbers.js';
import { AFTER, END, FIELD, KIND, PARENT, SHIFT, START } from './node-table.js';
import type { TreeReading } from './trusted-reading.js';

const RELEASED = new Int32Array(0);
const NO_NUMBERS = new Int32Array(0);

/** Tests by a node's number whether the node is worth a look. */
export type NumberTest = (index: number) => boolean;

/** The syntax tree of a file, read from the parser once, with its nodes as numbers: for code that looks at very many of them. */
// elvar waive size/class-members because it is the one interface through which rules read a tree by numbers
export abstract class NumberedTree {
  /** The depth of nesting. */
  readonly depth: number;
  /** The number of nodes. */
  readonly size: number;
  /** Whether any part of the text does not follow the grammar. */
  readonly hasErrors: boolean;
  /** The table, for nodes, which read it directly. */
  table: Int32Array;
  readonly names: GrammarNames;
  private readonly numbersByKind: (Int32Array | undefined)[];
  readonly memo: Memo = [];
  private byKind: SortedNumbers | null = null;

  constructor(readonly text: string, readonly grammar: GrammarId, language: Grammar, reading: TreeReading) {
    this.names = grammarNames(language);
    this.table = reading.table;
    this.size = reading.size;
    this.depth = reading.depth;
    this.hasErrors = reading.hasErrors;
    this.numbersByKind = new Array<Int32Array | undefined>(this.names.kinds.length);
  }

  /** The grammar's kinds for the given types. */
  kindsOf(types: Iterable<string>): readonly number[] {
    return kindsOf(this.names, types);
  }

  /** A table with 1 for each kind whose name is in the list, for code that looks at very many nodes. */
  kindFlags(types: Iterable<string>): Uint8Array {
    return kindFlags(this.names, types);
  }

  /** The numbers of the given fields, for {@link childInRoles}. */
  rolesOf(fields: readonly string[]): readonly number[] {
    return rolesOf(this.names, fields);
  }

  /** The number of a node's child in the first of the given fields that has one; -1 for none. */
  childInRoles(index: number, roles: readonly number[]): number {
    const { table } = this;
    const end = table[(index << SHIFT) + AFTER] as number;
    for (let at = 0; at < roles.length; at += 1) {
      for (let part = index + 1; part < end; part = table[(part << SHIFT) + AFTER] as number) {
        if (table[(part << SHIFT) + FIELD] === roles[at]) return part;
      }
    }
    return -1;
  }

  /** The number of the nearest ancestor of the given types; -1 for none. */
  closest(index: number, types: ReadonlySet<string>): number {
    const { table } = this;
    const isWanted = this.kindFlags(types);
    let around = table[(index << SHIFT) + PARENT] as number;
    while (around >= 0 && isWanted[table[(around << SHIFT) + KIND] as number] !== 1) around = table[(around << SHIFT)
      + PARENT] as number;
    return around;
  }

  /** The number of a node's last child; negative for none. */
  lastOf(index: number): number {
    const { table } = this;
    const end = table[(index << SHIFT) + AFTER] as number;
    if (end === index + 1) return -1;
    // The last descendant row is the last child or inside it.
    let last = end - 1;
    for (let around = table[(last << SHIFT)
      + PARENT] as number; around !== index; around = table[(last << SHIFT) + PARENT] as number) last = around;
    return last;
  }

  /** The number of a node's previous sibling; negative for none. */
  previousOf(index: number): number {
    const { table } = this;
    const parent = table[(index << SHIFT) + PARENT] as number;
    if (parent < 0 || parent === index - 1) return -1;
    // The row before it is the previous sibling or inside it.
    let previous = index - 1;
    for (let around = table[(previous << SHIFT) + PARENT] as number; around !== parent; around =
      table[(previous << SHIFT) + PARENT] as number) {
      previous = around;
    }
    return previous;
  }

  /** The number of the middle one of exactly three children, as in brackets; negative if there are more or fewer. */
  onlyBetween(index: number): number {
    const { table } = this;
    const end = table[(index << SHIFT) + AFTER] as number;
    // Without children, the row that follows is not one of its own, or of this tree.
    if (end === index + 1) return -1;
    const between = (table[((index + 1) << SHIFT) + AFTER] as number);
    const last = between < end ? table[(between << SHIFT) + AFTER] as number : end;
    return last < end && table[(last << SHIFT) + AFTER] === end ? between : -1;
  }

  /** The number of a node's next sibling; negative for none. */
  nextOf(index: number): number {
    const { table } = this;
    const parent = table[(index << SHIFT) + PARENT] as number;
    const after = table[(index << SHIFT) + AFTER] as number;
    return parent < 0 || after === table[(parent << SHIFT) + AFTER] ? -1 : after;
  }

  /** The type of the node with a number; null for a negative number. */
  typeAt(index: number): string | null {
    return index < 0 ? null : this.names.kinds[this.table[(index << SHIFT) + KIND] as number] as string;
  }

  /** The text of the node with a number. */
  textAt(index: number): string {
    return this.text.slice(this.table[(index << SHIFT) + START], this.table[(index << SHIFT) + END]);
  }

  /** Whether there is a node of one of the types. @param types a list that callers reuse. */
  hasAny(types: readonly string[]): boolean {
    return this.hasKinds(this.kindsOf(types));
  }

  /** The same for kinds of this tree's grammar. */
  hasKinds(kinds: readonly number[]): boolean {
    const { ends } = this.byKind ?? this.sorted;
    for (let at = 0; at < kinds.length; at += 1) if (ends[kinds[at] as number] !== ends[(kinds[at] as number) + 1]) return true;
    return false;
  }

  /** The numbers of all nodes of a kind, in text order: for code that looks at very many nodes, and closely at few. */
  numbersOfKind(kind: number): Int32Array {
    const { numbers, ends } = this.byKind ?? this.sorted;
    return ends[kind] === ends[kind + 1] ? NO_NUMBERS : this.numbersByKind[kind] ??= numbers.subarray(ends[kind], ends[kind + 1]);
  }

  /**
   * The same for all nodes of the types, type by type. Most callers run too seldom for V8 to optimize, and an indexed loop
   * takes a fifth of the time of `of` there. @param types a list that callers reuse.
   */
  numbersOf(types: Iterable<string>): Int32Array {
    const kinds = this.kindsOf(types);
    let found: Int32Array = NO_NUMBERS;
    for (let at = 0; at < kinds.length; at += 1) {
      const own = this.numbersOfKind(kinds[at] as number);
      if (own.length > 0) found = found.length === 0 ? own : joined(found, own);
    }
    return found;
  }

  /** The numbers of all nodes of the types, in text order. @param types the keys of a table that callers reuse. */
  numbersInOrder(types: ReadonlyMap<string, unknown>): Int32Array {
    const kinds = kindsOfKeys(this.names, types);
    const { numbers, ends } = this.byKind ?? this.sorted;
    let count = 0;
    let last = -1;
    let used = 0;
    for (let at = 0; at < kinds.length; at += 1) {
      const kind = kinds[at] as number;
      const own = (ends[kind + 1] as number) - (ends[kind] as number);
      if (own === 0) continue;
      count += own;
      last = kind;
      used += 1;
    }
    if (used < 2) return used === 0 ? NO_NUMBERS : this.numbersOfKind(last);
    const all = new Int32Array(count);
    let filled = 0;
    for (let at = 0; at < kinds.length; at += 1) {
      const kind = kinds[at] as number;
      all.set(numbers.subarray(ends[kind], ends[kind + 1]), filled);
      filled += (ends[kind + 1] as number) - (ends[kind] as number);
    }
    return all.sort();
  }

  /** The types that occur. */
  get types(): ReadonlySet<string> {
    const { ends } = this.sorted;
    return new Set(this.names.kinds.filter((_, kind) => (ends[kind] as number) < (ends[kind + 1] as number)));
  }

  /** Releases its memory. Its nodes must not be used any more. */
  dispose(): void {
    this.memo.length = 0;
    releaseNumbers(this.table);
    if (this.byKind !== null) {
      releaseNumbers(this.byKind.numbers);
      releaseNumbers(this.byKind.ends);
    }
    this.byKind = null;
    this.numbersByKind.length = 0;
    this.table = RELEASED;
  }

  protected get sorted(): SortedNumbers {
    return this.byKind ??= sortedByKind(this.table, this.size, this.names.kinds.length);
  }
}
