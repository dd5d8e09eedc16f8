import type { SyntaxTree } from './tree.js';

/**
 * A node of a syntax tree. It is a place in the tree's table and is made when a rule first looks at it; the same place
 * always gives the same object, so nodes can be compared and be keys. Offsets count UTF-16 code units.
 */
// elvar waive size/class-members because rules ask a node all there is to ask, and read it here in one place
export class SyntaxNode {
  /** The grammar's name for it; `ERROR` where the text does not follow the grammar. */
  readonly type: string;

  /** @param index its number in the order of the text, in which a node comes before what is below it. */
  constructor(readonly tree: SyntaxTree, readonly index: number) {
    this.type = tree.typeAt(index);
  }

  /** Whether it is more than a sign or a word of the grammar. */
  get named(): boolean {
    return this.tree.isNamedAt(this.index);
  }

  /** The role it plays in its parent, where the grammar names one. */
  get field(): string | null {
    return this.tree.fieldAt(this.index);
  }

  get start(): number {
    return this.tree.startAt(this.index);
  }

  /** Exclusive. */
  get end(): number {
    return this.tree.endAt(this.index);
  }

  get parent(): SyntaxNode | null {
    return this.tree.nodeAt(this.tree.parentOf(this.index));
  }

  /** The first part of it, named or not. */
  get first(): SyntaxNode | null {
    const { tree, index } = this;
    return tree.afterOf(index) === index + 1 ? null : tree.nodeAt(index + 1);
  }

  get last(): SyntaxNode | null {
    return this.tree.nodeAt(this.tree.lastOf(this.index));
  }

  get next(): SyntaxNode | null {
    const { tree, index } = this;
    const parent = tree.parentOf(index);
    const after = tree.afterOf(index);
    return parent < 0 || after === tree.afterOf(parent) ? null : tree.nodeAt(after);
  }

  get previous(): SyntaxNode | null {
    return this.tree.nodeAt(this.tree.previousOf(this.index));
  }

  /** What is written there. */
  get text(): string {
    return this.tree.text.slice(this.start, this.end);
  }

  /** Its parts in the order of the text, signs and words of the grammar among them. */
  get children(): SyntaxNode[] {
    const { tree, index } = this;
    const children: SyntaxNode[] = [];
    const end = tree.afterOf(index);
    for (let child = index + 1; child < end; child = tree.afterOf(child)) children.push(tree.nodeAt(child));
    return children;
  }

  /** Its parts without signs and words of the grammar; comments are among them. */
  get parts(): SyntaxNode[] {
    const { tree, index } = this;
    const parts: SyntaxNode[] = [];
    const end = tree.afterOf(index);
    for (let child = index + 1; child < end; child = tree.afterOf(child)) if (tree.isNamedAt(child)) parts.push(tree.nodeAt(child));
    return parts;
  }

  /** The first part in a role. */
  child(field: string): SyntaxNode | null {
    return this.tree.nodeAt(this.tree.partIn(this.index, field));
  }

  /** All parts in a role. */
  childrenOf(field: string): SyntaxNode[] {
    return this.children.filter((child) => child.field === field);
  }

  /** The first part of a type. */
  childOfType(...types: readonly string[]): SyntaxNode | null {
    const { tree, index } = this;
    const end = tree.afterOf(index);
    for (let child = index + 1; child < end; child = tree.afterOf(child)) if (types.includes(tree.typeAt(child))) return tree.nodeAt(child);
    return null;
  }

  /** The first part that is no comment. */
  get firstPart(): SyntaxNode | null {
    const { tree, index } = this;
    const end = tree.afterOf(index);
    for (let child = index + 1; child < end; child = tree.afterOf(child)) if (tree.isNamedAt(child) && !COMMENTS.has(tree.typeAt(child))) return tree.nodeAt(child);
    return null;
  }

  /** The nearest node around it of one of the types. */
  closest(types: ReadonlySet<string>): SyntaxNode | null {
    const { tree } = this;
    let index = tree.parentOf(this.index);
    while (index >= 0 && !types.has(tree.typeAt(index))) index = tree.parentOf(index);
    return tree.nodeAt(index);
  }

  /** Whether it lies in `other`, or is it. */
  isWithin(other: SyntaxNode): boolean {
    return other.start <= this.start && this.end <= other.end;
  }

  /** Visits it and all below it in the order of the text; `visit` returns false to leave out what is below. */
  walk(visit: (node: SyntaxNode) => boolean | void): void {
    const { tree } = this;
    const end = tree.afterOf(this.index);
    for (let index = this.index; index < end;) {
      index = visit(tree.nodeAt(index)) === false ? tree.afterOf(index) : index + 1;
    }
  }

  /** Whether it or anything below it is of one of the types. @param except types that are not looked into. */
  contains(types: ReadonlySet<string>, except?: ReadonlySet<string>): boolean {
    const { tree } = this;
    const end = tree.afterOf(this.index);
    for (let index = this.index; index < end;) {
      const type = tree.typeAt(index);
      if (types.has(type)) return true;
      index = index !== this.index && except?.has(type) === true ? tree.afterOf(index) : index + 1;
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
