import type { Language as Grammar, Tree } from 'web-tree-sitter';
import type { GrammarId } from '../model/language.js';
import type { Engine } from './engine.js';
import { grammarTables } from './grammar-tables.js';
import { grammarNames, kindFlags, kindsOf, kindsOfKeys, rolesOf, type GrammarNames } from './grammar-names.js';
import type { Memo } from './memo.js';
import { SyntaxNode } from './node.js';
import { releaseNumbers } from './number-pool.js';
import { joined, sortedByKind, type SortedNumbers } from './sorted-numbers.js';
import { AFTER, END, FIELD, hasErrors, KIND, PARENT, readTable, SHIFT, START } from './node-table.js';

const NONE: readonly SyntaxNode[] = [];
const RELEASED = new Int32Array(0);
const NO_NUMBERS = new Int32Array(0);

/** Tells of the number of a node whether the node is worth a look. */
export type NumberTest = (index: number) => boolean;

/** The syntax of a file, read from the parser once. */
// elvar waive size/class-members because rules ask a tree by nodes and by numbers, and it reads its table here in one place
export class SyntaxTree {
  readonly root: SyntaxNode;
  /** How deep its nodes are nested. */
  readonly depth: number;
  /** How many nodes there are. */
  readonly size: number;
  /** Whether something in the text does not follow the grammar. */
  readonly hasErrors: boolean;
  /** For nodes, which read it themselves. */
  table: Int32Array;
  readonly names: GrammarNames;
  /** The nodes that somebody looked at, at their numbers. */
  readonly nodes: (SyntaxNode | undefined)[];
  private readonly byType: (readonly SyntaxNode[] | undefined)[];
  private readonly numbersByKind: (Int32Array | undefined)[];
  /** By the list of types that was asked for: rules share these lists. */
  private readonly byTypes = new Map<Iterable<string>, readonly SyntaxNode[]>();
  readonly memo: Memo = [];
  private byKind: SortedNumbers | null = null;

  /** @param tree what the parser made of `text`. */
  constructor(readonly text: string, readonly grammar: GrammarId, tree: Tree, language: Grammar, engine: Engine) {
    this.names = grammarNames(language);
    // The address of the tree is what the package's own class keeps at 0.
    const address = (tree as unknown as readonly number[])[0] as number;
    const memory = engine.memory();
    const { table, size, depth } = readTable(address, memory, grammarTables(language, memory), this.names.errorKind);
    this.table = table;
    this.size = size;
    this.depth = depth;
    this.hasErrors = hasErrors(address, memory);
    this.byType = new Array<readonly SyntaxNode[] | undefined>(this.names.kinds.length);
    this.numbersByKind = new Array<Int32Array | undefined>(this.names.kinds.length);
    this.nodes = new Array<SyntaxNode | undefined>(size);
    this.root = this.nodeAt(0);
  }

  /** All nodes of a type, in the order of the text. Words of the language that have the name of a type are none of it. */
  ofType(type: string): readonly SyntaxNode[] {
    const kind = this.names.kindByName.get(type);
    return kind === undefined ? NONE : this.ofKind(kind);
  }

  /** All nodes of the types: type by type, and within one in the order of the text. */
  ofTypes(types: Iterable<string>): readonly SyntaxNode[] {
    let nodes = this.byTypes.get(types);
    if (nodes === undefined) this.byTypes.set(types, (nodes = this.collect(this.kindsOf(types))));
    return nodes;
  }

  private collect(kinds: readonly number[]): readonly SyntaxNode[] {
    let all = NONE;
    let own: SyntaxNode[] | null = null;
    for (let at = 0; at < kinds.length; at += 1) {
      const nodes = this.ofKind(kinds[at] as number);
      if (nodes.length === 0) continue;
      if (all.length === 0) all = nodes;
      else if (own === null) all = own = all.concat(nodes);
      else for (const node of nodes) own.push(node);
    }
    return all;
  }

  /** The kinds of node that the grammar has of some types. */
  kindsOf(types: Iterable<string>): readonly number[] {
    return kindsOf(this.names, types);
  }

  /** 1 for each kind whose name is one of some names, for those who look at very many nodes. */
  kindFlags(types: Iterable<string>): Uint8Array {
    return kindFlags(this.names, types);
  }

  /** The numbers of some roles, for {@link childInRoles}. */
  rolesOf(fields: readonly string[]): readonly number[] {
    return rolesOf(this.names, fields);
  }

  /** The number of a node's part in the first of some roles that one of its parts has; -1 where none has any. */
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

  /** The number of the nearest node of some types around that of a number; -1 where there is none. */
  closest(index: number, types: ReadonlySet<string>): number {
    const { table } = this;
    const isWanted = this.kindFlags(types);
    let around = table[(index << SHIFT) + PARENT] as number;
    while (around >= 0 && isWanted[table[(around << SHIFT) + KIND] as number] !== 1) around = table[(around << SHIFT) + PARENT] as number;
    return around;
  }

  /** The number of the last part of a node; below 0 where it has none. */
  lastOf(index: number): number {
    const { table } = this;
    const end = table[(index << SHIFT) + AFTER] as number;
    if (end === index + 1) return -1;
    // The last row below it is its last part, or lies in that.
    let last = end - 1;
    for (let around = table[(last << SHIFT) + PARENT] as number; around !== index; around = table[(last << SHIFT) + PARENT] as number) last = around;
    return last;
  }

  /** The number of the part before a node in the one around it; below 0 where there is none. */
  previousOf(index: number): number {
    const { table } = this;
    const parent = table[(index << SHIFT) + PARENT] as number;
    if (parent < 0 || parent === index - 1) return -1;
    // The row before it is the part before it, or lies in that.
    let previous = index - 1;
    for (let around = table[(previous << SHIFT) + PARENT] as number; around !== parent; around = table[(previous << SHIFT) + PARENT] as number) previous = around;
    return previous;
  }

  /** The number of the one part between the first and the last of three, as in brackets; below 0 where there are more or fewer. */
  onlyBetween(index: number): number {
    const { table } = this;
    const end = table[(index << SHIFT) + AFTER] as number;
    const between = (table[((index + 1) << SHIFT) + AFTER] as number);
    const last = between < end ? table[(between << SHIFT) + AFTER] as number : end;
    return last < end && table[(last << SHIFT) + AFTER] === end ? between : -1;
  }

  /** The number of the part that follows a node in the one around it; below 0 where none does. */
  nextOf(index: number): number {
    const { table } = this;
    const parent = table[(index << SHIFT) + PARENT] as number;
    const after = table[(index << SHIFT) + AFTER] as number;
    return parent < 0 || after === table[(parent << SHIFT) + AFTER] ? -1 : after;
  }

  /** The type of the node of a number; null below 0, for none. */
  typeAt(index: number): string | null {
    return index < 0 ? null : this.names.kinds[this.table[(index << SHIFT) + KIND] as number] as string;
  }

  /** What is written at the node of a number. */
  textAt(index: number): string {
    return this.text.slice(this.table[(index << SHIFT) + START], this.table[(index << SHIFT) + END]);
  }

  /** All nodes of a kind, in the order of the text. */
  ofKind(kind: number): readonly SyntaxNode[] {
    const { ends } = this.byKind ?? this.sorted;
    if (ends[kind] === ends[kind + 1]) return NONE;
    return this.byType[kind] ??= this.nodesOfKind(kind);
  }

  /** Whether there is a node of one of some types. @param types a list that is asked for again and again. */
  hasAny(types: readonly string[]): boolean {
    return this.hasKinds(this.kindsOf(types));
  }

  /** The same for kinds of this tree's grammar. */
  hasKinds(kinds: readonly number[]): boolean {
    const { ends } = this.byKind ?? this.sorted;
    for (let at = 0; at < kinds.length; at += 1) if (ends[kinds[at] as number] !== ends[(kinds[at] as number) + 1]) return true;
    return false;
  }

  /** The numbers of all nodes of a kind, in the order of the text: for those who look at very many, and at few of them closely. */
  numbersOfKind(kind: number): Int32Array {
    const { numbers, ends } = this.byKind ?? this.sorted;
    return ends[kind] === ends[kind + 1] ? NO_NUMBERS : this.numbersByKind[kind] ??= numbers.subarray(ends[kind], ends[kind + 1]);
  }

  /**
   * The same of all nodes of some types, type by type. Most of what asks runs too seldom for V8 to make it fast, and going
   * through them by their places takes it a fifth of what `of` does. @param types a list that is asked for again and again.
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

  /** The numbers of all nodes of some types, in the order of the text. @param types the keys of a table that is asked for again and again. */
  numbersInOrder(types: ReadonlyMap<string, unknown>): Int32Array {
    const kinds = kindsOfKeys(this.names, types);
    const { numbers, ends } = this.byKind ?? this.sorted;
    let count = 0;
    for (const kind of kinds) count += (ends[kind + 1] as number) - (ends[kind] as number);
    const all = new Int32Array(count);
    let filled = 0;
    for (const kind of kinds) {
      for (let at = ends[kind] as number; at < (ends[kind + 1] as number); at += 1) all[filled++] = numbers[at] as number;
    }
    return all.sort();
  }

  /** The types of which there is a node. */
  get types(): ReadonlySet<string> {
    const { ends } = this.sorted;
    return new Set(this.names.kinds.filter((_, kind) => (ends[kind] as number) < (ends[kind + 1] as number)));
  }

  /** Hands back the memory of it. Its nodes know nothing any more. */
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

  /** The node of a number, which is none below 0. */
  nodeAt(index: number): SyntaxNode {
    return this.nodes[index] ??= new SyntaxNode(this, index);
  }

  private nodesOfKind(kind: number): readonly SyntaxNode[] {
    const { numbers, ends } = this.sorted;
    const start = ends[kind] as number;
    const nodes = new Array<SyntaxNode>((ends[kind + 1] as number) - start);
    for (let at = 0; at < nodes.length; at += 1) nodes[at] = this.nodeAt(numbers[start + at] as number);
    return nodes;
  }

  private get sorted(): SortedNumbers {
    return this.byKind ??= sortedByKind(this.table, this.size, this.names.kinds.length);
  }
}
