import { named, type DeclaredName } from '../../syntax/declared-name.js';
import type { SyntaxTree } from '../../syntax/node.js';

const DECLARATIONS = ['var_spec', 'parameter_declaration', 'variadic_parameter_declaration', 'field_declaration'];
const SHORT_DECLARATIONS = ['short_var_declaration', 'range_clause'];

/** The names of values in Go. */
export function goValues(tree: SyntaxTree): DeclaredName[] {
  const constants = tree.ofType('const_spec')
    .flatMap((node) => node.childrenOf('name'))
    .flatMap((node) => named(node, 'constant'));
  const declared = tree.ofTypes(DECLARATIONS).flatMap((node) => node.childrenOf('name'));
  const short = tree.ofTypes(SHORT_DECLARATIONS).flatMap((node) => node.child('left')?.parts ?? []);
  const first = new Map(
    [...declared, ...short].filter(({ type }) => /identifier$/.test(type)).reverse().map((node) => [node.text, node]),
  );
  return [...constants, ...[...first.values()].flatMap((node) => named(node, 'variable'))];
}
