import { DECLARED_TYPES, type PublicWays } from '../../finders/undocumented.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { FUNCTIONS } from '../../syntax/functions.js';
import { KIND, PARENT, SHIFT } from '../../syntax/node-table.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';

/** What is public in JavaScript and TypeScript: what a module exports. */
export const SCRIPT_PUBLIC: PublicWays = { candidates, elsewhere: exportedElsewhere, isPublic: isExported };

const EXPORTED = new Set(['export_statement']);

/** What an export contains; most functions are elsewhere. */
function candidates(tree: SyntaxTree): readonly SyntaxNode[] {
  const { table } = tree;
  const isExport = tree.kindFlags(EXPORTED);
  const around = (index: number): number => (index < 0 ? -1 : table[(index << SHIFT) + PARENT] as number);
  const isHeld = (index: number): boolean => index >= 0 && isExport[table[(index << SHIFT) + KIND] as number] === 1;
  const found: SyntaxNode[] = [];
  const numbers = tree.numbersOf(DECLARED_TYPES);
  for (let place = 0; place < numbers.length; place += 1) {
    const index = numbers[place] as number;
    const parent = around(index);
    if (isHeld(parent) || isHeld(around(parent))) found.push(tree.nodeAt(index));
  }
  return found;
}

/** Functions and classes that are exported by their names, or assigned to what a CommonJS module exports. */
function exportedElsewhere(tree: SyntaxTree): SyntaxNode[] {
  const specifiers = tree.ofType('export_specifier');
  const file = specifiers.length === 0 ? null : bindingsOf(tree).file;
  const named = file === null
    ? []
    : specifiers.filter((node) => node.parent?.parent?.child('source') === null).flatMap((node) => {
      const declared = file.own(node.child('name')?.text ?? '')?.node.parent;
      return declared != null && DECLARED_TYPES.includes(declared.type) ? [declared] : [];
    });
  const assigned = !tree.text.includes('exports') ? [] : tree.ofType('assignment_expression')
    .filter((node) =>
      /^(?:module\.)?exports(?:\.\w+)?$/.test(node.child('left')?.text ?? '') && OWN_NAMES.has(node.child('right')?.type ?? ''))
    .map((node) => node.child('right') as SyntaxNode);
  return [...named, ...assigned].filter((node) =>
    node.type !== 'variable_declarator' || FUNCTIONS.has(node.child('value')?.type ?? ''));
}

const OWN_NAMES = new Set(['function_expression', 'class']);

function isExported(node: SyntaxNode): boolean {
  if (node.type === 'variable_declarator') {
    const holder = node.parent?.parent;
    return holder?.type === 'export_statement' && FUNCTIONS.has(node.child('value')?.type ?? '');
  }
  return node.parent?.type === 'export_statement';
}
