import type { Tree, TreeCursor } from 'web-tree-sitter';

/** A stretch of a text, as UTF-16 offsets; `end` is exclusive. */
export interface Stretch {
  readonly start: number;
  readonly end: number;
}

/**
 * How far from where a parser stumbles its cause may be, in UTF-16 code units: it goes on for a while with what it takes for
 * something else, and skips what it cannot use.
 */
const REACH = 1_000;

/** The stretches of a text in which the parser may have been misled: all errors of a tree, and what stands around them. */
export function damagedStretches(tree: Tree): readonly Stretch[] {
  const stretches: Stretch[] = [];
  const cursor = tree.walk();
  if (cursor.currentNode.hasError) collect(cursor, stretches);
  cursor.delete();
  return stretches;
}

/** Adds the stretches below the cursor's node, which has errors. */
function collect(cursor: TreeCursor, stretches: Stretch[]): void {
  const { isError, isMissing, startIndex, endIndex } = cursor.currentNode;
  let isFurtherDown = false;
  if (!isError && !isMissing && cursor.gotoFirstChild()) {
    do {
      if (!cursor.currentNode.hasError) continue;
      isFurtherDown = true;
      collect(cursor, stretches);
    } while (cursor.gotoNextSibling());
    cursor.gotoParent();
  }
  if (isFurtherDown) return;
  const [start, end] = [Math.max(0, startIndex - REACH), endIndex + REACH];
  const last = stretches.at(-1);
  // Errors close to each other are one.
  if (last !== undefined && start <= last.end) {
    stretches[stretches.length - 1] = { start: last.start, end: Math.max(last.end, end) };
  } else stretches.push({ start, end });
}
