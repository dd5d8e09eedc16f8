import { AFTER, END, FIELD, KIND, PARENT, SHIFT, START } from './node-table.js';
import type { NumberedTree } from './numbered-tree.js';

/** The syntax tree of a file with its nodes. The parser's trees are the only ones. */
export interface SyntaxTree extends NumberedTree {
  readonly root: SyntaxNode;
  /** The nodes made so far, by number. */
  readonly nodes: (SyntaxNode | undefined)[];
  /** All nodes of a type, in text order. Keywords with the same name do not count. */
  ofType(type: string): readonly SyntaxNode[];
  /** All nodes of the types: type by type, each in text order. */
  ofTypes(types: Iterable<string>): readonly SyntaxNode[];
  /** All nodes of a kind, in text order. */
  ofKind(kind: number): readonly SyntaxNode[];
  /** The node with a number; null for a negative number. */
  nodeAt(index: number): SyntaxNode;
}

/**
 * A node of a syntax tree. It refers to a row of the tree's table and is made when a rule first needs it; the same row
 * always gives the same object, so nodes can be compared and used as keys. Offsets count UTF-16 code units.
 * It reads the table directly: one more call for each of millions of questions would take longer than most rules.
 */
// elvar waive size/class-members because it is the one interface through which rules read a node
export class SyntaxNode {
  /** The grammar's name for it; `ERROR` if the text does not follow the grammar. */
  readonly type: string;

  /** @param index its number in text order, parents before children. */
  constructor(readonly tree: SyntaxTree, readonly index: number) {
    this.type = tree.names.kinds[tree.table[(index << SHIFT) + KIND] as number] as string;
  }

  /** Whether it is more than punctuation or a keyword. */
  get named(): boolean {
    const { names, table } = this.tree;
    return names.named[table[(this.index << SHIFT) + KIND] as number] === 1;
  }

  /** Its field in its parent, if the grammar names one. */
  get field(): string | null {
    const { names, table } = this.tree;
    return names.fields[table[(this.index << SHIFT) + FIELD] as number] ?? null;
  }

  get start(): number {
    return this.tree.table[(this.index << SHIFT) + START] as number;
  }

  /** Exclusive. */
  get end(): number {
    return this.tree.table[(this.index << SHIFT) + END] as number;
  }

  get parent(): SyntaxNode | null {
    const { tree } = this;
    const index = tree.table[(this.index << SHIFT) + PARENT] as number;
    return index < 0 ? null : tree.nodes[index] ?? tree.nodeAt(index);
  }

  /** Its first child, named or not. */
  get first(): SyntaxNode | null {
    const { tree, index } = this;
    return tree.table[(index << SHIFT) + AFTER] === index + 1 ? null : tree.nodeAt(index + 1);
  }

  get last(): SyntaxNode | null {
    const index = this.tree.lastOf(this.index);
    return index < 0 ? null : this.tree.nodeAt(index);
  }

  get next(): SyntaxNode | null {
    const { tree, index } = this;
    const { table } = tree;
    const parent = table[(index << SHIFT) + PARENT] as number;
    const after = table[(index << SHIFT) + AFTER] as number;
    return parent < 0 || after === table[(parent << SHIFT) + AFTER] ? null : tree.nodeAt(after);
  }

  get previous(): SyntaxNode | null {
    const index = this.tree.previousOf(this.index);
    return index < 0 ? null : this.tree.nodeAt(index);
  }

  /** The type of {@link parent}, without making that node. */
  get parentType(): string | null {
    return this.tree.typeAt(this.tree.table[(this.index << SHIFT) + PARENT] as number);
  }

  /** The type of {@link last}, without making that node. */
  get lastType(): string | null {
    return this.tree.typeAt(this.tree.lastOf(this.index));
  }

  /** The type of {@link next}, without making that node. */
  get nextType(): string | null {
    return this.tree.typeAt(this.tree.nextOf(this.index));
  }

  /** Its text. */
  get text(): string {
    const { table, text } = this.tree;
    const at = this.index << SHIFT;
    return text.slice(table[at + START], table[at + END]);
  }

  /** Its children in text order, including punctuation and keywords. */
  get children(): SyntaxNode[] {
    const { tree, index } = this;
    const { table } = tree;
    const children: SyntaxNode[] = [];
    const end = table[(index << SHIFT) + AFTER] as number;
    for (let child = index + 1; child < end; child = table[(child << SHIFT) + AFTER] as number) {
      children.push(tree.nodes[child] ?? tree.nodeAt(child));
    }
    return children;
  }

  /** Its children without punctuation and keywords, but including comments. */
  get parts(): SyntaxNode[] {
    const { tree, index } = this;
    const { table, names: { named } } = tree;
    const parts: SyntaxNode[] = [];
    const end = table[(index << SHIFT) + AFTER] as number;
    for (let child = index + 1; child < end; child = table[(child << SHIFT) + AFTER] as number) {
      if (named[table[(child << SHIFT) + KIND] as number] === 1) parts.push(tree.nodes[child] ?? tree.nodeAt(child));
    }
    return parts;
  }

  /** The first child in a field. */
  child(field: string): SyntaxNode | null {
    const { tree, index } = this;
    const { table } = tree;
    const role = tree.names.fieldByName.get(field);
    if (role === undefined) return null;
    const end = table[(index << SHIFT) + AFTER] as number;
    for (let part = index + 1; part < end; part = table[(part << SHIFT) + AFTER] as number) {
      if (table[(part << SHIFT) + FIELD] === role) return tree.nodes[part] ?? tree.nodeAt(part);
    }
    return null;
  }

  /** All children in a field. */
  childrenOf(field: string): SyntaxNode[] {
    return this.children.filter((child) => child.field === field);
  }

  /** The first child of a type. */
  childOfType(...types: readonly string[]): SyntaxNode | null {
    const { tree, index } = this;
    const { table, names: { kinds } } = tree;
    const only = types.length === 1 ? types[0] : null;
    const end = table[(index << SHIFT) + AFTER] as number;
    for (let child = index + 1; child < end; child = table[(child << SHIFT) + AFTER] as number) {
      const type = kinds[table[(child << SHIFT) + KIND] as number] as string;
      if (only === null ? types.includes(type) : type === only) return tree.nodeAt(child);
    }
    return null;
  }

  /** The first child that is not a comment. */
  get firstPart(): SyntaxNode | null {
    const { tree, index } = this;
    const { table, names: { kinds, named } } = tree;
    const end = table[(index << SHIFT) + AFTER] as number;
    for (let child = index + 1; child < end; child = table[(child << SHIFT) + AFTER] as number) {
      const kind = table[(child << SHIFT) + KIND] as number;
      if (named[kind] === 1 && !COMMENTS.has(kinds[kind] as string)) return tree.nodeAt(child);
    }
    return null;
  }

  /** The nearest ancestor of one of the types. */
  closest(types: ReadonlySet<string>): SyntaxNode | null {
    const index = this.tree.closest(this.index, types);
    return index < 0 ? null : this.tree.nodeAt(index);
  }

  /** Whether it is `other` or inside it. */
  isWithin(other: SyntaxNode): boolean {
    return other.start <= this.start && this.end <= other.end;
  }

  /** Whether the node with a number is this one or inside it. */
  isAround(index: number): boolean {
    return this.index <= index && index < (this.tree.table[(this.index << SHIFT) + AFTER] as number);
  }

  /** Visits it and its descendants in text order; `visit` returns false to skip the descendants of a node. */
  walk(visit: (node: SyntaxNode) => boolean | void): void {
    const { tree } = this;
    const { table } = tree;
    const end = table[(this.index << SHIFT) + AFTER] as number;
    for (let index = this.index; index < end;) {
      index = visit(tree.nodes[index] ?? tree.nodeAt(index)) === false ? table[(index << SHIFT) + AFTER] as number : index + 1;
    }
  }

  /** Whether it or a descendant has one of the types. @param except types to skip with all inside them. */
  contains(types: ReadonlySet<string>, except?: ReadonlySet<string>): boolean {
    const { table } = this.tree;
    const isWanted = this.tree.kindFlags(types);
    const isClosed = except === undefined ? null : this.tree.kindFlags(except);
    const end = table[(this.index << SHIFT) + AFTER] as number;
    for (let index = this.index; index < end;) {
      const kind = table[(index << SHIFT) + KIND] as number;
      if (isWanted[kind] === 1) return true;
      index = index !== this.index && isClosed?.[kind] === 1 ? table[(index << SHIFT) + AFTER] as number : index + 1;
    }
    return false;
  }
}

/** Nodes that are comments, in every grammar. */
export const COMMENTS: ReadonlySet<string> = new Set(['comment', 'line_comment', 'block_comment', 'html_comment']);

/** Whether a node is a comment, in any grammar. */
export function isComment({ type }: SyntaxNode): boolean {
  return COMMENTS.has(type);
}
