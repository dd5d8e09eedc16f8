import { AFTER, END, FIELD, KIND, PARENT, SHIFT, START } from './node-table.js';
import type { SyntaxTree } from './tree.js';

/**
 * A node of a syntax tree. It is a place in the tree's table and is made when a rule first looks at it; the same place
 * always gives the same object, so nodes can be compared and be keys. Offsets count UTF-16 code units.
 * It reads the table itself: a call more for each of some million questions takes longer than most rules.
 */
// elvar waive size/class-members because rules ask a node all there is to ask, and read it here in one place
export class SyntaxNode {
  /** The grammar's name for it; `ERROR` where the text does not follow the grammar. */
  readonly type: string;

  /** @param index its number in the order of the text, in which a node comes before what is below it. */
  constructor(readonly tree: SyntaxTree, readonly index: number) {
    this.type = tree.names.kinds[tree.table[(index << SHIFT) + KIND] as number] as string;
  }

  /** Whether it is more than a sign or a word of the grammar. */
  get named(): boolean {
    const { names, table } = this.tree;
    return names.named[table[(this.index << SHIFT) + KIND] as number] === 1;
  }

  /** The role it plays in its parent, where the grammar names one. */
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

  /** The first part of it, named or not. */
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

  /** What is written there. */
  get text(): string {
    const { table, text } = this.tree;
    const at = this.index << SHIFT;
    return text.slice(table[at + START], table[at + END]);
  }

  /** Its parts in the order of the text, signs and words of the grammar among them. */
  get children(): SyntaxNode[] {
    const { tree, index } = this;
    const { table } = tree;
    const children: SyntaxNode[] = [];
    const end = table[(index << SHIFT) + AFTER] as number;
    for (let child = index + 1; child < end; child = table[(child << SHIFT) + AFTER] as number) children.push(tree.nodes[child] ?? tree.nodeAt(child));
    return children;
  }

  /** Its parts without signs and words of the grammar; comments are among them. */
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

  /** The first part in a role. */
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

  /** All parts in a role. */
  childrenOf(field: string): SyntaxNode[] {
    return this.children.filter((child) => child.field === field);
  }

  /** The first part of a type. */
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

  /** The first part that is no comment. */
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

  /** The nearest node around it of one of the types. */
  closest(types: ReadonlySet<string>): SyntaxNode | null {
    const index = this.tree.closest(this.index, types);
    return index < 0 ? null : this.tree.nodeAt(index);
  }

  /** Whether it lies in `other`, or is it. */
  isWithin(other: SyntaxNode): boolean {
    return other.start <= this.start && this.end <= other.end;
  }

  /** Whether the node of a number is it, or lies in it. */
  isAround(index: number): boolean {
    return this.index <= index && index < (this.tree.table[(this.index << SHIFT) + AFTER] as number);
  }

  /** Visits it and all below it in the order of the text; `visit` returns false to leave out what is below. */
  walk(visit: (node: SyntaxNode) => boolean | void): void {
    const { tree } = this;
    const { table } = tree;
    const end = table[(this.index << SHIFT) + AFTER] as number;
    for (let index = this.index; index < end;) {
      index = visit(tree.nodes[index] ?? tree.nodeAt(index)) === false ? table[(index << SHIFT) + AFTER] as number : index + 1;
    }
  }

  /** Whether it or anything below it is of one of the types. @param except types that are not looked into. */
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
