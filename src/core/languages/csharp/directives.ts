import type { SyntaxTree } from '../../syntax/node.js';

const CHOICE = /^[ \t]*#[ \t]*if\b/m;

/**
 * Whether some of a file's code is not in its tree: where directives divide a declaration, only one branch of each choice is
 * read.
 */
export function isDividedByDirectives(tree: SyntaxTree): boolean {
  return CHOICE.test(tree.text) && tree.ofType('preproc_if').length === 0;
}
