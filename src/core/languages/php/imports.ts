import type { Import } from '../../syntax/language-syntax.js';
import type { SyntaxTree } from '../../syntax/node.js';

/** What a file of PHP imports by `use`. */
export function phpImports(tree: SyntaxTree): Import[] {
  return tree.ofType('namespace_use_clause').flatMap((clause) => {
    const node = clause.childOfType('qualified_name', 'name');
    return node === null ? [] : [{ module: node.text.replace(/^\\/, ''), node }];
  });
}
