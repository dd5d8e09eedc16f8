import type { Node, Tree } from 'web-tree-sitter';
import type { GrammarId } from '../base/language.js';
import type { Grammars } from './grammars.js';
import { readableForms } from './known-misreadings.js';
import { syntaxOf } from './language-syntax.js';

/**
 * Parses a text. What the grammar is known to misread is parsed in another form of the same length, if that is read better;
 * offsets into the tree are offsets into the text all the same. The caller must call the tree's `delete`.
 */
export function parseAsMeant(written: string, grammar: GrammarId, grammars: Grammars): Tree {
  const { meant, meantByTree } = syntaxOf({ grammar });
  const text = meant?.(written) ?? written;
  const tree = grammars.parse(text, grammar);
  const divided = meantByTree?.(text, tree) ?? text;
  const better = divided === text ? tree : taken(grammars.parse(divided, grammar), tree, () => true);
  return better.rootNode.hasError ? readablyParsed(divided, better, grammar, grammars) : better;
}

/**
 * What has errors is parsed in the readable form of all that is known to be misread and, if that is not enough, of what makes
 * nothing worse.
 */
function readablyParsed(text: string, tree: Tree, grammar: GrammarId, grammars: Grammars): Tree {
  const forms = readableForms(syntaxOf({ grammar }));
  const all = forms.reduce((readable, form) => form(readable), text);
  if (all === text) return tree;
  let best = taken(grammars.parse(all, grammar), tree, ({ rootNode }) => !rootNode.hasError);
  let readable = text;
  for (const form of forms) {
    if (!best.rootNode.hasError) break;
    const next = form(readable);
    if (next === readable) continue;
    const errors = errorsIn(best.rootNode);
    const trial = grammars.parse(next, grammar);
    if (errorsIn(trial.rootNode) <= errors) readable = next;
    best = taken(trial, best, ({ rootNode }) => errorsIn(rootNode) <= errors);
  }
  return best;
}

/** One of two trees; the other one is deleted. */
function taken(second: Tree, first: Tree, isBetter: (tree: Tree) => boolean): Tree {
  const [better, other] = isBetter(second) ? [second, first] : [first, second];
  other.delete();
  return better;
}

function errorsIn(root: Node): number {
  return root.hasError ? root.descendantsOfType('ERROR').length + 1 : 0;
}
