import type { Language as Grammar, Tree } from 'web-tree-sitter';
import type { GrammarId } from '../model/language.js';
import type { Engine } from './engine.js';
import { grammarTables } from './grammar-tables.js';
import { grammarNames, kindsOf, type GrammarNames } from './grammar-names.js';
import type { Memo } from './memo.js';
import { SyntaxNode } from './node.js';
import { AFTER, END, FIELD, KIND, LAST, PARENT, PREVIOUS, readTable, releaseTable, SHIFT, START } from './node-table.js';

const NONE: readonly SyntaxNode[] = [];
const RELEASED = new Int32Array(0);

/** The syntax of a file, read from the parser once. */
// elvar waive size/class-members because half of them are one number of the table each
export class SyntaxTree {
  readonly root: SyntaxNode;
  /** How deep its nodes are nested. */
  readonly depth: number;
  /** How many nodes there are. */
  readonly size: number;
  private table: Int32Array;
  private readonly names: GrammarNames;
  /** The nodes that somebody looked at, at their numbers. */
  private readonly nodes: (SyntaxNode | undefined)[];
  private readonly byType: (readonly SyntaxNode[] | undefined)[];
  /** By the list of types that was asked for: rules share these lists. */
  private readonly byTypes = new Map<Iterable<string>, readonly SyntaxNode[]>();
  readonly memo: Memo = new Map();
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
    this.byType = new Array<readonly SyntaxNode[] | undefined>(this.names.kinds.length);
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
    if (nodes === undefined) this.byTypes.set(types, (nodes = this.collect(kindsOf(this.names, types))));
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

  private ofKind(kind: number): readonly SyntaxNode[] {
    const { ends } = this.sorted;
    if (ends[kind] === ends[kind + 1]) return NONE;
    return this.byType[kind] ??= this.nodesOfKind(kind);
  }

  /** The types of which there is a node. */
  get types(): ReadonlySet<string> {
    const { ends } = this.sorted;
    return new Set(this.names.kinds.filter((_, kind) => (ends[kind] as number) < (ends[kind + 1] as number)));
  }

  /** Hands back the memory of it. Its nodes know nothing any more. */
  dispose(): void {
    this.memo.clear();
    releaseTable(this.table);
    this.table = RELEASED;
  }

  /** The node of a number; null for a number below 0. */
  nodeAt(index: number): SyntaxNode;
  nodeAt(index: number): SyntaxNode | null {
    if (index < 0) return null;
    return this.nodes[index] ??= new SyntaxNode(this, index);
  }

  typeAt(index: number): string {
    return this.names.kinds[this.table[(index << SHIFT) + KIND] as number] as string;
  }

  isNamedAt(index: number): boolean {
    return this.names.named[this.table[(index << SHIFT) + KIND] as number] === 1;
  }

  fieldAt(index: number): string | null {
    return this.names.fields[this.table[(index << SHIFT) + FIELD] as number] ?? null;
  }

  startAt(index: number): number {
    return this.table[(index << SHIFT) + START] as number;
  }

  endAt(index: number): number {
    return this.table[(index << SHIFT) + END] as number;
  }

  /** The number of the node around one; below 0 for the root. */
  parentOf(index: number): number {
    return this.table[(index << SHIFT) + PARENT] as number;
  }

  /** The number that follows those of a node and all below it. */
  afterOf(index: number): number {
    return this.table[(index << SHIFT) + AFTER] as number;
  }

  /** The number of the last part of a node; below 0 for none. */
  lastOf(index: number): number {
    return this.table[(index << SHIFT) + LAST] as number;
  }

  /** The number of the first part of a node in a role; below 0 for none. */
  partIn(index: number, field: string): number {
    const role = this.names.fieldByName.get(field);
    if (role === undefined) return -1;
    const { table } = this;
    const end = table[(index << SHIFT) + AFTER] as number;
    for (let part = index + 1; part < end; part = table[(part << SHIFT) + AFTER] as number) {
      if (table[(part << SHIFT) + FIELD] === role) return part;
    }
    return -1;
  }

  /** The number of the part before a node in the same parent; below 0 for none. */
  previousOf(index: number): number {
    return this.table[(index << SHIFT) + PREVIOUS] as number;
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

/** The numbers of nodes, those of one type together, and in the order of the text within a type. */
interface SortedNumbers {
  readonly numbers: Int32Array;
  /** For each type where those of the types before it end; and at last where all end. */
  readonly ends: Int32Array;
}

function sortedByKind(table: Int32Array, size: number, kinds: number): SortedNumbers {
  const ends = new Int32Array(kinds + 1);
  const step = 1 << SHIFT;
  for (let index = 0, at = KIND; index < size; index += 1, at += step) ends[(table[at] as number) + 1]! += 1;
  for (let kind = 1; kind <= kinds; kind += 1) ends[kind]! += ends[kind - 1] as number;
  const next = ends.slice();
  const numbers = new Int32Array(size);
  for (let index = 0, at = KIND; index < size; index += 1, at += step) numbers[next[table[at] as number]!++] = index;
  return { numbers, ends };
}
