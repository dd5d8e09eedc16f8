import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { memoized } from '../../syntax/memo.js';
import { KIND, PARENT, SHIFT } from '../../syntax/node-table.js';
import type { Binding, Scopes } from '../../syntax/bindings/scope.js';

const MODULE_PARTS = ['export_statement', 'import_statement'];

/** Marks the names of a JavaScript file that code outside it can use. */
export function markExports(tree: SyntaxTree, { file }: Scopes, all: readonly Binding[]): void {
  // Without imports and exports a file is a classic script, and others see its names.
  const isScript = !isModule(tree);
  if (!isScript && !tree.hasAny(EXPORTING)) return;
  const isExporting = tree.kindFlags(EXPORTING);
  const isHiding = tree.kindFlags(HIDING);
  const { table } = tree;
  const isSeen = ({ index }: SyntaxNode, isOpen: boolean): boolean => {
    const parent = table[(index << SHIFT) + PARENT] as number;
    for (let around = parent; around >= 0; around = table[(around << SHIFT) + PARENT] as number) {
      const kind = table[(around << SHIFT) + KIND] as number;
      if (isExporting[kind] === 1) return true;
      if (isHiding[kind] === 1 && around !== parent) return false;
    }
    return isOpen;
  };
  for (let at = 0; at < all.length; at += 1) {
    const binding = all[at] as Binding;
    const { scope, kind, node, declarations } = binding;
    if (kind === 'import') continue;
    // Exported names of a namespace can be used from outside it.
    binding.isExported = scope === file ? declarations.some((own) => isSeen(own, isScript)) : isSeen(node, false);
  }
}

/** Nodes that expose a name to others. */
const EXPORTING = ['export_statement', 'ambient_declaration'];

/** What is inside these is not visible from outside, unless it is exported itself. */
const HIDING = new Set([
  'statement_block', 'class_body', 'arrow_function', 'function_declaration', 'function_expression', 'function_signature',
  'function_type',
]);

/** Whether a JavaScript file keeps its names to itself: a module of the language or of Node. All else is a classic script. */
export function isModule(tree: SyntaxTree): boolean {
  return moduleForm(tree).isModule;
}

const moduleForm = memoized((tree: SyntaxTree) => ({
  isModule: tree.hasAny(MODULE_PARTS) || /(?<![.\w$])(?:require\s*\(|module\.exports\b|exports\.)/.test(tree.root.text),
}));
