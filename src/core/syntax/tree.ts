import type { Language as Grammar, Tree } from 'web-tree-sitter';
import type { GrammarId } from '../model/language.js';
import type { CursorFunctions } from './engine.js';
import { grammarNames, type GrammarNames } from './grammar-names.js';
import { SyntaxNode } from './node.js';
import { AFTER, END, FIELD, KIND, LAST, PARENT, PREVIOUS, readTable, SHIFT, START } from './node-table.js';

const NONE: readonly number[] = [];

/** The syntax of a file, read from the parser once. */
export class SyntaxTree {
  readonly root: SyntaxNode;
  /** How deep its nodes are nested. */
  readonly depth: number;
  private readonly table: Int32Array;
  private readonly names: GrammarNames;
  /** The nodes that somebody looked at, at their numbers. */
  private readonly nodes: (SyntaxNode | undefined)[];
  private readonly byType = new Map<string, readonly SyntaxNode[]>();
  private indexes: ReadonlyMap<string, Int32Array> | null = null;

  /** @param tree what the parser made of `text`. */
  constructor(readonly text: string, readonly grammar: GrammarId, tree: Tree, language: Grammar, cursor: CursorFunctions) {
    this.names = grammarNames(language);
    const { table, depth } = readTable(tree, this.names, cursor);
    this.table = table;
    this.depth = depth;
    this.nodes = new Array<SyntaxNode | undefined>(table.length >> SHIFT);
    this.root = this.nodeAt(0);
  }

  /** All nodes of a type, in the order of the text. */
  ofType(type: string): readonly SyntaxNode[] {
    let nodes = this.byType.get(type);
    if (nodes === undefined) this.byType.set(type, (nodes = Array.from(this.indexesByType.get(type) ?? NONE, (index) => this.nodeAt(index))));
    return nodes;
  }

  /** All nodes of the types: type by type, and within one in the order of the text. */
  ofTypes(types: Iterable<string>): SyntaxNode[] {
    const nodes: SyntaxNode[] = [];
    for (const type of types) for (const node of this.ofType(type)) nodes.push(node);
    return nodes;
  }

  /** The types of which there is a node. */
  get types(): Iterable<string> {
    return this.indexesByType.keys();
  }

  /** The node of a number; null for a number below 0. */
  nodeAt(index: number): SyntaxNode;
  nodeAt(index: number): SyntaxNode | null {
    if (index < 0) return null;
    return this.nodes[index] ??= new SyntaxNode(this, index);
  }

  typeAt(index: number): string {
    return this.names.kinds[(this.table[(index << SHIFT) + KIND] as number) >> 1] as string;
  }

  isNamedAt(index: number): boolean {
    return ((this.table[(index << SHIFT) + KIND] as number) & 1) === 1;
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

  /** The number of the part before a node in the same parent; below 0 for none. */
  previousOf(index: number): number {
    return this.table[(index << SHIFT) + PREVIOUS] as number;
  }

  private get indexesByType(): ReadonlyMap<string, Int32Array> {
    return this.indexes ??= sortedByKind(this.table, this.names.kinds);
  }
}

/** The numbers of the nodes of each type, in the order of the text: all in one array, in stretches. */
function sortedByKind(table: Int32Array, kinds: readonly string[]): Map<string, Int32Array> {
  const ends = new Int32Array(kinds.length + 1);
  const step = 1 << SHIFT;
  for (let at = KIND; at < table.length; at += step) ends[((table[at] as number) >> 1) + 1]! += 1;
  for (let kind = 1; kind < ends.length; kind += 1) ends[kind]! += ends[kind - 1] as number;
  const starts = ends.slice();
  const sorted = new Int32Array(table.length >> SHIFT);
  for (let index = 0, at = KIND; at < table.length; index += 1, at += step) sorted[starts[(table[at] as number) >> 1]!++] = index;
  const indexes = new Map<string, Int32Array>();
  kinds.forEach((type, kind) => {
    const [start, end] = [ends[kind] as number, ends[kind + 1] as number];
    if (start < end) indexes.set(type, sorted.subarray(start, end));
  });
  return indexes;
}
