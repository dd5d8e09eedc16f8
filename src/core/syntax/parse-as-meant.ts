import type { Node, Tree } from 'web-tree-sitter';
import type { GrammarId } from '../base/language.js';
import { damagedStretches } from './damaged-stretches.js';
import type { Grammars } from './grammars.js';
import { readableForms } from './known-misreadings.js';
import { syntaxOf } from './language-syntax.js';
import { changedTree } from './text-changes.js';

/** A text, and the tree that the parser made of it. */
interface Reading {
  readonly text: string;
  readonly tree: Tree;
}

/**
 * Parses a text. What the grammar is known to misread is parsed in another form of the same length, if that is read better;
 * offsets into the tree are offsets into the text all the same. The caller must call the tree's `delete`.
 * @param name the name of the file.
 */
export function parseAsMeant(name: string, written: string, grammar: GrammarId, grammars: Grammars): Tree {
  const { meant, meantByTree } = syntaxOf({ grammar });
  const text = meant?.(written) ?? written;
  const tree = grammars.parseNamed(name, text, grammar);
  const divided = meantByTree?.(text, tree) ?? text;
  const first = { text: divided, tree };
  if (divided !== text) {
    tree.delete();
    first.tree = grammars.parse(divided, grammar);
  }
  if (!first.tree.rootNode.hasError) return first.tree;
  const best = readablyParsed(first, grammar, grammars);
  if (best.text === divided || !best.tree.rootNode.hasError) return best.tree;
  // Where errors remain, how the parser gets over them may depend on the tree that it started from.
  best.tree.delete();
  return grammars.parse(best.text, grammar);
}

/** With more errors than this, single misreadings do not count: a bracket is missing somewhere, as while somebody types. */
const MOST_ERRORS = 200;

/**
 * What has errors is parsed in the readable form of all that is known to be misread around them and, if that is not enough, of
 * what makes nothing worse.
 */
function readablyParsed(first: Reading, grammar: GrammarId, grammars: Grammars): Reading {
  const forms = readableForms(syntaxOf({ grammar }));
  const stretches = damagedStretches(first.tree);
  const all = forms.reduce((readable, form) => form(readable, stretches), first.text);
  if (all === first.text) return first;
  const anew = (text: string, { text: before, tree }: Reading): Reading => {
    const changed = changedTree(tree, before, text);
    try {
      return { text, tree: grammars.parse(text, grammar, changed) };
    } finally {
      changed.delete();
    }
  };
  let best = taken(anew(all, first), first, ({ rootNode }) => !rootNode.hasError);
  let readable = first.text;
  for (const form of forms) {
    if (!best.tree.rootNode.hasError) break;
    const next = form(readable, stretches);
    if (next === readable) continue;
    const errors = errorsIn(best.tree.rootNode);
    if (errors > MOST_ERRORS) break;
    const trial = anew(next, best);
    if (errorsIn(trial.tree.rootNode) <= errors) readable = next;
    best = taken(trial, best, ({ rootNode }) => errorsIn(rootNode) <= errors);
  }
  return best;
}

/** One of two readings; the tree of the other one is deleted. */
function taken(second: Reading, first: Reading, isBetter: (tree: Tree) => boolean): Reading {
  const [better, other] = isBetter(second.tree) ? [second, first] : [first, second];
  other.tree.delete();
  return better;
}

function errorsIn(root: Node): number {
  return root.hasError ? root.descendantsOfType('ERROR').length + 1 : 0;
}
