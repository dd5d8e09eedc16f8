import type { SyntaxNode, SyntaxTree } from '../node.js';
import { SHIFT, START } from '../node-table.js';

/** A place where a name is used. */
export class Reference {
  /** @param index the number of the node there. */
  constructor(
    private readonly tree: SyntaxTree, private readonly index: number, readonly reads: boolean, readonly writes: boolean,
  ) {}

  get node(): SyntaxNode {
    return this.tree.nodeAt(this.index);
  }

  /** The offset at which the name begins. */
  get start(): number {
    return this.tree.table[(this.index << SHIFT) + START] as number;
  }

  /** The same as {@link SyntaxNode.isWithin} without making the node. */
  isWithin(other: SyntaxNode): boolean {
    return other.isAround(this.index);
  }
}

/** A use as a number: the node's number, then two bits for reading and writing. */
const READS = 1;
const WRITES = 2;
const BITS = 2;

/**
 * The uses of one name. A file has more uses than anything else, and most are only counted: each is a
 * number until it is needed.
 */
export class References {
  private readonly uses: number[] = [];
  /** The combined bits of all uses. */
  private done = 0;

  constructor(private readonly tree: SyntaxTree) {}

  get length(): number {
    return this.uses.length;
  }

  /** Whether any of them reads the value. */
  get areRead(): boolean {
    return (this.done & READS) !== 0;
  }

  /** Whether any of them assigns to the name. */
  get areWritten(): boolean {
    return (this.done & WRITES) !== 0;
  }

  /** All of them, in order of addition. */
  get all(): Reference[] {
    return this.uses.map((use) => this.made(use));
  }

  /** Those that start before an offset. */
  before(offset: number): Reference[] {
    const { table } = this.tree;
    const found: Reference[] = [];
    for (let at = 0; at < this.uses.length; at += 1) {
      const use = this.uses[at] as number;
      if ((table[(use >> BITS << SHIFT) + START] as number) < offset) found.push(this.made(use));
    }
    return found;
  }

  /** Adds the use at a node, by its number. */
  add(index: number, reads: boolean, writes: boolean): void {
    const does = (reads ? READS : 0) | (writes ? WRITES : 0);
    this.uses.push((index << BITS) | does);
    this.done |= does;
  }

  private made(use: number): Reference {
    return new Reference(this.tree, use >> BITS, (use & READS) !== 0, (use & WRITES) !== 0);
  }
}
