import { argumentsOf, callsOf, calleeOf } from './calls.js';
import { syntaxOf } from '../languages/syntaxes.js';
import type { Import } from './language-syntax.js';
import { memoized } from './memo.js';
import type { SyntaxNode, SyntaxTree } from './node.js';

const PYTHON_IMPORTS = ['import_statement', 'import_from_statement'];
/** Calls that load a module. */
const LOADERS = ['require', 'import'];
const OTHER_SCRIPT_IMPORTS = ['export_statement', 'import_require_clause'];

/** A statement of JavaScript or TypeScript that imports something. */
export interface ImportStatement {
  readonly node: SyntaxNode;
  /** The module it imports from, without quote marks; null for the form with `require`. */
  readonly module: string | null;
  /** The place of the module name in the text. */
  readonly source: SyntaxNode | null;
  /** The names that it imports; null if it only loads the module. */
  readonly clause: SyntaxNode | null;
}

/** The import statements of a file, in text order. */
export const importStatements = memoized((tree: SyntaxTree): readonly ImportStatement[] => tree.ofType('import_statement').map((node) => {
  const source = node.child('source');
  return { node, module: source === null ? null : source.text.slice(1, -1), source, clause: node.childOfType('import_clause') };
}));

/** All imports of a file, including re-exports and calls of `require` and `import`. */
export const importsOf = memoized((tree: SyntaxTree): readonly Import[] => findImports(tree));

function findImports(tree: SyntaxTree): Import[] {
  switch (tree.grammar) {
    case 'python':
      return tree.ofTypes(PYTHON_IMPORTS).flatMap((statement) => {
        const modules = statement.type === 'import_statement' ? statement.childrenOf('name').map((part) => part.child('name') ?? part) : [statement.child('module_name')];
        return modules.flatMap((node) => (node === null ? [] : [{ module: node.text, node }]));
      });
    case 'java':
      return tree.ofType('import_declaration').flatMap((statement) => {
        const node = statement.childOfType('scoped_identifier', 'identifier');
        return node === null ? [] : [{ module: node.text, node }];
      });
    case 'php':
      return tree.ofType('namespace_use_clause').flatMap((clause) => {
        const node = clause.childOfType('qualified_name', 'name');
        return node === null ? [] : [{ module: node.text.replace(/^\\/, ''), node }];
      });
    default:
      return [...(syntaxOf(tree.grammar)?.imports(tree) ?? scriptImports(tree))];
  }
}

function scriptImports(tree: SyntaxTree): Import[] {
  const imports: Import[] = [];
  const add = (node: SyntaxNode | null | undefined): void => {
    if (node?.type === 'string') imports.push({ module: node.text.slice(1, -1), node });
  };
  for (const { source, module } of importStatements(tree)) if (source?.type === 'string' && module !== null) imports.push({ module, node: source });
  for (const statement of tree.ofTypes(OTHER_SCRIPT_IMPORTS)) add(statement.child('source'));
  for (const call of callsOf(tree, LOADERS)) if (call.type === 'call_expression' && !calleeOf(call).includes('.')) add(argumentsOf(call)[0]);
  return imports;
}
