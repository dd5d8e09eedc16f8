import type { Tree } from 'web-tree-sitter';
import type { GrammarId } from '../base/language.js';
import { changedTree } from './text-changes.js';

/** A text as it was parsed last. */
interface Followed {
  readonly text: string;
  readonly grammar: GrammarId;
  readonly tree: Tree;
}

/** Of how many texts the trees are kept: few are typed in at the same time, and a tree takes some fifty times its text. */
const MOST = 4;

/** Longer texts are not followed, in UTF-16 code units: the trees of a few of them would fill the memory. */
const LONGEST = 500_000;

/** The latest trees of texts that change bit by bit, as while somebody types: of these only what has changed is parsed anew. */
export class FollowedTrees {
  /** By the name of the text, the latest used last. */
  private readonly latest = new Map<string, Followed>();

  /**
   * Parses a text with the tree of what it was before, if there is one.
   * @param parse parses the text, with a tree that knows what has changed or null.
   * @returns a tree whose `delete` the caller must call. It is the same as if the text were parsed from the beginning.
   */
  parse(name: string, text: string, grammar: GrammarId, parse: (changed: Tree | null) => Tree): Tree {
    const before = this.latest.get(name);
    const tree = before === undefined || before.grammar !== grammar ? parse(null) : parsedAfter(before, text, parse);
    before?.tree.delete();
    this.latest.delete(name);
    if (text.length <= LONGEST) this.latest.set(name, { text, grammar, tree: tree.copy() });
    for (const [oldest, { tree: own }] of this.latest) {
      if (this.latest.size <= MOST) break;
      own.delete();
      this.latest.delete(oldest);
    }
    return tree;
  }
}

function parsedAfter({ text: before, tree }: Followed, text: string, parse: (changed: Tree | null) => Tree): Tree {
  if (before === text) return tree.copy();
  // How the parser gets over an error depends on where it began, and what is broken is most likely still broken.
  if (tree.rootNode.hasError) return parse(null);
  const changed = changedTree(tree, before, text);
  const again = parse(changed);
  changed.delete();
  if (!again.rootNode.hasError) return again;
  again.delete();
  return parse(null);
}
