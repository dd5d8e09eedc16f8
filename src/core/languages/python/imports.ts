import type { Import } from '../../syntax/language-syntax.js';
import type { SyntaxTree } from '../../syntax/node.js';

const IMPORTS = ['import_statement', 'import_from_statement'];

/** What a file of Python imports. */
export function pythonImports(tree: SyntaxTree): Import[] {
  return tree.ofTypes(IMPORTS).flatMap((statement) => {
    const modules = statement.type === 'import_statement'
      ? statement.childrenOf('name').map((part) => part.child('name') ?? part)
      : [statement.child('module_name')];
    return modules.flatMap((node) => (node === null ? [] : [{ module: node.text, node }]));
  });
}
