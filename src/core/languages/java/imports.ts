import type { Import } from '../../syntax/language-syntax.js';
import type { SyntaxTree } from '../../syntax/node.js';

/** What a file of Java imports. */
export function javaImports(tree: SyntaxTree): Import[] {
  return tree.ofType('import_declaration').flatMap((statement) => {
    const node = statement.childOfType('scoped_identifier', 'identifier');
    return node === null ? [] : [{ module: node.text, node }];
  });
}
