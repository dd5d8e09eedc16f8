import { stepsAround, type ImportPlaces } from '../../syntax/import-places.js';
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

/** Python looks for a module in any directory of its path; those around the file are likely. */
export function pythonPlaces(module: string, own: readonly string[]): ImportPlaces {
  const [, dots = '', rest = ''] = /^(\.*)(.*)$/.exec(module) ?? [];
  const steps = rest === '' ? [] : rest.split('.');
  if (dots === '') return { certain: [], likely: stepsAround(own, steps) };
  const up = own.length - (dots.length - 1);
  return { certain: up < 0 ? [] : [[...own.slice(0, up), ...steps]], likely: [] };
}
