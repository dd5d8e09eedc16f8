import { Edit, type Point, type Tree } from 'web-tree-sitter';

/** A stretch of a text that stands in place of another, as UTF-16 offsets; the ends are exclusive. */
interface Change {
  readonly start: number;
  readonly oldEnd: number;
  readonly newEnd: number;
}

/** How close two differences are, in UTF-16 code units, to be one change: each is told to the tree by itself. */
const TOGETHER = 8;

/**
 * A copy of a tree that knows what has changed in its text, so that only that is parsed anew. The caller must call its `delete`.
 * @param before the text of the tree.
 */
export function changedTree(tree: Tree, before: string, after: string): Tree {
  const changed = tree.copy();
  const [old, own] = [new Places(before), new Places(after)];
  const changes = before.length === after.length ? replacements(before, after) : [change(before, after)];
  for (const { start, oldEnd, newEnd } of changes) {
    changed.edit(new Edit({
      startIndex: start, oldEndIndex: oldEnd, newEndIndex: newEnd,
      startPosition: own.at(start), oldEndPosition: old.at(oldEnd), newEndPosition: own.at(newEnd),
    }));
  }
  return changed;
}

/** All that differs between two texts of the same length. */
function replacements(before: string, after: string): Change[] {
  const changes: Change[] = [];
  for (let at = 0; at < after.length; at += 1) {
    if (before.charCodeAt(at) === after.charCodeAt(at)) continue;
    let end = at + 1;
    for (let next = end; next < after.length && next < end + TOGETHER; next += 1) {
      if (before.charCodeAt(next) !== after.charCodeAt(next)) end = next + 1;
    }
    changes.push({ start: at, oldEnd: end, newEnd: end });
    at = end - 1;
  }
  return changes;
}

/** What stands between the beginning and the end that two texts share. */
function change(before: string, after: string): Change {
  const most = Math.min(before.length, after.length);
  let start = 0;
  while (start < most && before.charCodeAt(start) === after.charCodeAt(start)) start += 1;
  let same = 0;
  while (same < most - start && before.charCodeAt(before.length - 1 - same) === after.charCodeAt(after.length - 1 - same)) {
    same += 1;
  }
  return { start, oldEnd: before.length - same, newEnd: after.length - same };
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
