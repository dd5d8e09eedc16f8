import type { Entry } from '../../finders/sorted-imports.js';
import type { SyntaxNode } from '../../syntax/node.js';

export const SORTED_IN_PYTHON = ['import_statement', 'import_from_statement'];

export function pythonEntry(node: SyntaxNode): Entry {
  const module = node.type === 'import_statement' ? node.parts[0]?.text : node.child('module_name')?.text;
  return { node, runsCode: true, key: module === undefined ? null : `${module.startsWith('.') ? 1 : 0} ${module}` };
}
