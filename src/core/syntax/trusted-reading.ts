import type { Language as Grammar, Tree } from 'web-tree-sitter';
import { readByCursor } from './cursor-table.js';
import type { Engine } from './engine.js';
import { grammarNames } from './grammar-names.js';
import { grammarTables } from './grammar-tables.js';
import { AFTER, hasErrors, KIND, readTable, SHIFT, type NodeTable, type ReadingBounds } from './node-table.js';
import { releaseNumbers } from './number-pool.js';

/** Where trees are read. */
type TreeMemory = Pick<Engine, 'memory'>;

/** A tree as a table. */
export interface TreeReading extends NodeTable {
  /** Whether any part of the text does not follow the grammar. */
  readonly hasErrors: boolean;
}

/**
 * Text that nearly every grammar makes a tree of, with errors and with most of what trees have: names, texts beyond ASCII,
 * comments, fields, lists, and nodes of a single token.
 */
export const SAMPLE = 'a(b, "é😀")\n// c\nif (x) { y: [1, 2] }\n# d\n<p q="r">s</p>\n';

/** Far more than the sample has, so that reading it ends even if the memory is laid out otherwise. */
const SAMPLE_BOUNDS: ReadingBounds = { rows: 1_000, parents: 1_000, parts: 1_000 };

/**
 * Reads the parser's trees of one grammar from the engine's memory or, if that went wrong on the sample, by the package's cursor.
 */
export class TreeReader {
  private constructor(private readonly language: Grammar, private readonly engine: TreeMemory, readonly isTrusted: boolean) {}

  /** @param parse parses a text by the grammar. @param sample a text with most of what its trees have. */
  static for(language: Grammar, engine: TreeMemory, parse: (text: string) => Tree, sample = SAMPLE): TreeReader {
    const tree = parse(sample);
    try {
      return new TreeReader(language, engine, readsRightly(tree, language, engine));
    } finally {
      tree.delete();
    }
  }

  /** Reads a tree of this grammar. The table goes back to the pool in the end. */
  read(tree: Tree): TreeReading {
    return this.isTrusted
      ? fromMemory(tree, this.language, this.engine)
      : { ...readByCursor(tree, grammarNames(this.language)), hasErrors: tree.rootNode.hasError };
  }
}

function fromMemory(tree: Tree, language: Grammar, engine: TreeMemory, bounds?: ReadingBounds): TreeReading {
  // The package's class keeps the address of the tree at 0.
  const address = (tree as unknown as readonly number[])[0] as number;
  const memory = engine.memory();
  const { table, size, depth } = readTable(
    address, memory, grammarTables(language, memory), grammarNames(language).errorKind, bounds,
  );
  return { table, size, depth, hasErrors: hasErrors(address, memory) };
}

/** Whether the engine's memory is laid out as expected: its layout is no part of the package's interface. */
function readsRightly(tree: Tree, language: Grammar, engine: TreeMemory): boolean {
  const expected = readByCursor(tree, grammarNames(language));
  let found: TreeReading;
  try {
    found = fromMemory(tree, language, engine, SAMPLE_BOUNDS);
  } catch (error) {
    if (error instanceof RangeError) return false;
    throw error;
  }
  const isSame = found.size === expected.size
    && found.depth === expected.depth && found.hasErrors === tree.rootNode.hasError && sameRows(found, expected);
  releaseNumbers(found.table);
  return isSame;
}

function sameRows({ table, size }: NodeTable, other: NodeTable): boolean {
  for (let row = 0; row < size; row += 1) {
    for (let column = KIND; column <= AFTER; column += 1) {
      if (table[(row << SHIFT) + column] !== other.table[(row << SHIFT) + column]) return false;
    }
  }
  return true;
}
