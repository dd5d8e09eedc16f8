import { syntaxOf, type Import } from './language-syntax.js';
import { memoized } from './memo.js';
import type { SyntaxTree } from './node.js';

/** All imports of a file, including re-exports and calls that load a module. */
export const importsOf = memoized((tree: SyntaxTree): readonly Import[] => syntaxOf(tree).imports(tree));
