import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { named, type DeclaredName } from '../../syntax/declared-name.js';
import type { SyntaxTree } from '../../syntax/node.js';

/** The names of values in PHP. */
export function phpValues(tree: SyntaxTree): DeclaredName[] {
  return [
    ...bindingsOf(tree).all.flatMap(({ node }) => named(node.childOfType('name'), 'variable')),
    ...tree.ofType('const_element').flatMap((node) => named(node.firstPart, 'constant')),
    ...tree.ofType('property_element').flatMap((node) => named(node.child('name')?.childOfType('name') ?? null, 'variable')),
  ];
}
