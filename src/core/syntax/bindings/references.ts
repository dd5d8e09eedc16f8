import type { SyntaxNode } from '../node.js';
import { SHIFT, START } from '../node-table.js';
import type { SyntaxTree } from '../tree.js';

/** A place where a name is used. */
export class Reference {
  /** @param index the number of the node that stands there. */
  constructor(private readonly tree: SyntaxTree, private readonly index: number, readonly reads: boolean, readonly writes: boolean) {}

  get node(): SyntaxNode {
    return this.tree.nodeAt(this.index);
  }

  /** Where the name begins. */
  get start(): number {
    return this.tree.table[(this.index << SHIFT) + START] as number;
  }

  /** The same as asking its node whether it lies in `other`. */
  isWithin(other: SyntaxNode): boolean {
    return other.isAround(this.index);
  }
}

/** A use as a number: that of its node before two bits for what it does. */
const READS = 1;
const WRITES = 2;
const BITS = 2;

/**
 * The places where one name is used. A file has more of them than of anything else, and most are only counted: each is a
 * number until somebody looks at it.
 */
export class References {
  private readonly uses: number[] = [];
  /** What the uses do together. */
  private done = 0;

  constructor(private readonly tree: SyntaxTree) {}

  get length(): number {
    return this.uses.length;
  }

  /** Whether any of them reads the value. */
  get areRead(): boolean {
    return (this.done & READS) !== 0;
  }

  /** Whether any of them changes what the name stands for. */
  get areWritten(): boolean {
    return (this.done & WRITES) !== 0;
  }

  /** All of them, in the order in which they were added. */
  get all(): Reference[] {
    return this.uses.map((use) => this.made(use));
  }

  /** Those that begin before an offset. */
  before(offset: number): Reference[] {
    const { table } = this.tree;
    const found: Reference[] = [];
    for (let at = 0; at < this.uses.length; at += 1) {
      const use = this.uses[at] as number;
      if ((table[(use >> BITS << SHIFT) + START] as number) < offset) found.push(this.made(use));
    }
    return found;
  }

  /** Adds the use at the node of a number. */
  add(index: number, reads: boolean, writes: boolean): void {
    const does = (reads ? READS : 0) | (writes ? WRITES : 0);
    this.uses.push((index << BITS) | does);
    this.done |= does;
  }

  private made(use: number): Reference {
    return new Reference(this.tree, use >> BITS, (use & READS) !== 0, (use & WRITES) !== 0);
  }
}
