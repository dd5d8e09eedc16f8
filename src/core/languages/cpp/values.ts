import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { named, type DeclaredName } from '../../syntax/declared-name.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';

/** The names of values in C and C++. */
export function cppValues(tree: SyntaxTree): DeclaredName[] {
  return [
    ...bindingsOf(tree).all.flatMap(({ node }) => named(node, isConstant(node) ? 'constant' : 'variable')),
    ...membersIn(tree),
  ];
}

const DECLARATION = new Set(['declaration']);

function isConstant(node: SyntaxNode): boolean {
  const declaration = node.closest(DECLARATION);
  return declaration !== null
    && declaration.parts.some(({ type, text }) => type === 'type_qualifier' && /^const(?:expr)?$/.test(text))
    && /^(?:translation_unit|namespace_definition|declaration_list)$/.test(declaration.parent?.type ?? '');
}

function membersIn(tree: SyntaxTree): DeclaredName[] {
  const fields = tree.ofType('field_declaration')
    .flatMap((node) => node.childrenOf('declarator'))
    .filter(({ type }) => type === 'field_identifier');
  const macros = tree.ofType('preproc_def').filter((node) => node.child('value') !== null);
  return [
    ...fields.flatMap((node) => named(node, 'variable')),
    ...macros.flatMap((node) => named(node.child('name'), 'constant')),
  ];
}
