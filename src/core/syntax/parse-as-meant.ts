import type { Node, Tree } from 'web-tree-sitter';
import type { GrammarId } from '../base/language.js';
import type { Grammars } from './grammars.js';
import { readableForms, withoutSilentMisreadings } from './known-misreadings.js';

/**
 * Parses a text. What the grammar is known to misread is parsed in another form of the same length, if that is read better; offsets
 * into the tree are offsets into the text all the same. The caller must call the tree's `delete`.
 */
export function parseAsMeant(written: string, grammar: GrammarId, grammars: Grammars): Tree {
  const text = withoutSilentMisreadings(written, grammar);
  const tree = grammars.parse(text, grammar);
  const divided = withDividedSignatures(text, grammar, tree);
  const better = divided === text ? tree : taken(grammars.parse(divided, grammar), tree, () => true);
  return better.rootNode.hasError ? readablyParsed(divided, better, grammar, grammars) : better;
}

/** What has errors is parsed in the readable form of all that is known to be misread and, if that is not enough, of what makes nothing worse. */
function readablyParsed(text: string, tree: Tree, grammar: GrammarId, grammars: Grammars): Tree {
  const forms = readableForms(grammar);
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

/**
 * Type arguments stand on the line of their type's name; what begins the next line is a call signature. The grammar reads it as
 * arguments, without an error.
 */
function withDividedSignatures(text: string, grammar: GrammarId, { rootNode }: Tree): string {
  if ((grammar !== 'typescript' && grammar !== 'tsx') || !/\n[ \t]*</.test(text)) return text;
  let divided = text;
  for (const type of rootNode.descendantsOfType(['generic_type', 'type_query', 'nested_type_identifier'])) {
    const given = type?.childForFieldName('type_arguments') ?? type?.namedChildren.find((part) => part?.type === 'type_arguments');
    if (type == null || given == null) continue;
    const feed = text.lastIndexOf('\n', given.startIndex);
    if (feed > type.startIndex) divided = `${divided.slice(0, feed)};${divided.slice(feed + 1)}`;
  }
  return divided;
}
