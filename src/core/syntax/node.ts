import type { SyntaxTree } from './tree.js';

/** A node of a syntax tree: plain data, so that rules can look at many of them. Offsets count UTF-16 code units. */
export class SyntaxNode {
  /** The first part of it, named or not. */
  first: SyntaxNode | null = null;
  last: SyntaxNode | null = null;
  next: SyntaxNode | null = null;

  // elvar waive size/parameters because nodes are made in one place, by the thousand
  constructor(
    private readonly tree: SyntaxTree,
    /** The grammar's name for it; `ERROR` where the text does not follow the grammar. */
    readonly type: string,
    /** Whether it is more than a sign or a word of the grammar. */
    readonly named: boolean,
    /** The role it plays in its parent, where the grammar names one. */
    readonly field: string | null,
    readonly start: number,
    /** Exclusive. */
    readonly end: number,
    readonly parent: SyntaxNode | null,
    readonly previous: SyntaxNode | null,
  ) {}

  /** What is written there. */
  get text(): string {
    return this.tree.text.slice(this.start, this.end);
  }

  /** Its parts in the order of the text, signs and words of the grammar among them. */
  get children(): SyntaxNode[] {
    const children: SyntaxNode[] = [];
    for (let child = this.first; child !== null; child = child.next) children.push(child);
    return children;
  }

  /** Its parts without signs and words of the grammar; comments are among them. */
  get parts(): SyntaxNode[] {
    const parts: SyntaxNode[] = [];
    for (let child = this.first; child !== null; child = child.next) if (child.named) parts.push(child);
    return parts;
  }

  /** The first part in a role. */
  child(field: string): SyntaxNode | null {
    for (let child = this.first; child !== null; child = child.next) if (child.field === field) return child;
    return null;
  }

  /** All parts in a role. */
  childrenOf(field: string): SyntaxNode[] {
    return this.children.filter((child) => child.field === field);
  }

  /** The first part of a type. */
  childOfType(...types: readonly string[]): SyntaxNode | null {
    for (let child = this.first; child !== null; child = child.next) if (types.includes(child.type)) return child;
    return null;
  }

  /** The first part that is no comment. */
  get firstPart(): SyntaxNode | null {
    for (let child = this.first; child !== null; child = child.next) if (child.named && !isComment(child)) return child;
    return null;
  }

  /** The nearest node around it of one of the types. */
  closest(types: ReadonlySet<string>): SyntaxNode | null {
    let node = this.parent;
    while (node !== null && !types.has(node.type)) node = node.parent;
    return node;
  }

  /** Whether it lies in `other`, or is it. */
  isWithin(other: SyntaxNode): boolean {
    return other.start <= this.start && this.end <= other.end;
  }

  /** Visits it and all below it in the order of the text; `visit` returns false to leave out what is below. */
  walk(visit: (node: SyntaxNode) => boolean | void): void {
    let node: SyntaxNode | null = this;
    while (node !== null) {
      if (visit(node) !== false && node.first !== null) {
        node = node.first;
        continue;
      }
      while (node !== this && node.next === null) node = node.parent as SyntaxNode;
      node = node === this ? null : node.next;
    }
  }

  /** Whether it or anything below it is of one of the types. @param except types that are not looked into. */
  contains(types: ReadonlySet<string>, except?: ReadonlySet<string>): boolean {
    let found = false;
    this.walk((node) => {
      if (types.has(node.type)) found = true;
      return !found && (node === this || except === undefined || !except.has(node.type));
    });
    return found;
  }
}

/** Whether a node is a comment, in any grammar. */
export function isComment({ type }: SyntaxNode): boolean {
  return type === 'comment' || type === 'line_comment' || type === 'block_comment' || type === 'html_comment';
}
