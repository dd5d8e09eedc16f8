import { argumentsOf, callsOf, calleeOf } from '../../syntax/calls.js';
import type { Import } from '../../syntax/language-syntax.js';
import { memoized } from '../../syntax/memo.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';

/** Calls that load a module. */
const LOADERS = ['require', 'import'];
const OTHER_IMPORTS = ['export_statement', 'import_require_clause'];

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
export const importStatements = memoized((tree: SyntaxTree): readonly ImportStatement[] =>
  tree.ofType('import_statement').map((node) => {
    const source = node.child('source');
    return { node, module: source === null ? null : source.text.slice(1, -1), source, clause: node.childOfType('import_clause') };
  }));

/** What a file of JavaScript or TypeScript imports, by statements and calls. */
export function scriptImports(tree: SyntaxTree): Import[] {
  const imports: Import[] = [];
  const add = (node: SyntaxNode | null | undefined): void => {
    if (node?.type === 'string') imports.push({ module: node.text.slice(1, -1), node });
  };
  for (const { source, module } of importStatements(tree)) {
    if (source?.type === 'string' && module !== null) imports.push({ module, node: source });
  }
  for (const statement of tree.ofTypes(OTHER_IMPORTS)) add(statement.child('source'));
  for (const call of callsOf(tree, LOADERS)) {
    if (call.type === 'call_expression' && !calleeOf(call).includes('.')) add(argumentsOf(call)[0]);
  }
  return imports;
}
