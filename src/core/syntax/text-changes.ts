import { Edit, type Point, type Tree } from 'web-tree-sitter';

/** How close two differences are, in UTF-16 code units, to be one change: each is told to the tree by itself. */
const TOGETHER = 8;

/**
 * A copy of a tree that knows what has changed in its text, so that only that is parsed anew. The caller must call its `delete`.
 * @param before the text of the tree. @param after the changed text, of the same length.
 */
export function changedTree(tree: Tree, before: string, after: string): Tree {
  const changed = tree.copy();
  const [old, own] = [new Places(before), new Places(after)];
  for (let at = 0; at < after.length; at += 1) {
    if (before.charCodeAt(at) === after.charCodeAt(at)) continue;
    let end = at + 1;
    for (let next = end; next < after.length && next < end + TOGETHER; next += 1) {
      if (before.charCodeAt(next) !== after.charCodeAt(next)) end = next + 1;
    }
    changed.edit(new Edit({
      startIndex: at, oldEndIndex: end, newEndIndex: end,
      startPosition: own.at(at), oldEndPosition: old.at(end), newEndPosition: own.at(end),
    }));
    at = end - 1;
  }
  return changed;
}

/** Finds the rows and columns of offsets that only grow. */
class Places {
  private row = 0;
  private start = 0;

  constructor(private readonly text: string) {}

  at(offset: number): Point {
    for (let feed = this.text.indexOf('\n', this.start); feed >= 0 && feed < offset; feed = this.text.indexOf('\n', this.start)) {
      this.row += 1;
      this.start = feed + 1;
    }
    return { row: this.row, column: offset - this.start };
  }
}
