import { syntaxOf } from '../language-syntax.js';
import { memoized } from '../memo.js';
import type { SyntaxTree } from '../node.js';
import type { Bindings } from './scope.js';

/** The names of a file and what they stand for. @throws Error for a grammar whose names are not analysed. */
export const bindingsOf = memoized((tree: SyntaxTree): Bindings => {
  const { bind } = syntaxOf(tree);
  if (bind === null) throw new Error(`the names of ${tree.grammar} are not looked at`);
  return bind(tree);
});
