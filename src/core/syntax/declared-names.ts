import { named, type DeclaredName, type NameKind } from './declared-name.js';
import { CLASSES, FUNCTIONS, nameOf } from './functions.js';
import { syntaxOf } from './language-syntax.js';
import { memoized } from './memo.js';
import type { SyntaxNode, SyntaxTree } from './node.js';

/** The names that a file declares, each at its first declaration. */
export const declaredNames = memoized((tree: SyntaxTree): readonly DeclaredName[] =>
  functionNames(tree).concat(typeNames(tree), syntaxOf(tree).values?.(tree) ?? []));

/** The same, grouped by what the names stand for. */
export const namesByKind = memoized((tree: SyntaxTree): ReadonlyMap<NameKind, readonly DeclaredName[]> => {
  const names = new Map<NameKind, DeclaredName[]>();
  const all = declaredNames(tree);
  for (let at = 0; at < all.length; at += 1) {
    const declared = all[at] as DeclaredName;
    const others = names.get(declared.kind);
    if (others === undefined) names.set(declared.kind, [declared]);
    else others.push(declared);
  }
  return names;
});

const NAMES = new Set(
  ['identifier', 'property_identifier', 'private_property_identifier', 'name', 'field_identifier', 'word', 'type_identifier'],
);

const CONSTRUCTORS = new Set(['constructor_declaration', 'compact_constructor_declaration']);

function functionNames(tree: SyntaxTree): DeclaredName[] {
  const names: DeclaredName[] = [];
  const functions = tree.ofTypes(FUNCTIONS);
  const { isChosen } = syntaxOf(tree);
  for (let at = 0; at < functions.length; at += 1) {
    const node = functions[at] as SyntaxNode;
    const name = nameOf(node);
    // A Java constructor has the name of its class; operators and computed names are not the author's choice.
    if (name === null || !NAMES.has(name.type)
        || CONSTRUCTORS.has(node.type) || isConstructor(node, name) || isChosen?.(node) === false) continue;
    names.push({ node: name, name: name.text, kind: 'function' });
  }
  return names;
}

function isConstructor(node: SyntaxNode, name: SyntaxNode): boolean {
  return name.type === 'identifier'
    && node.type === 'function_definition' && node.closest(CLASSES)?.child('name')?.text === name.text;
}

/** A C++ template specialization has the name of the primary template. */
function isSpecialized(node: SyntaxNode): boolean {
  return node.child('name')?.type === 'template_type';
}

const TYPES = [...CLASSES, 'type_alias_declaration', 'enum_specifier', 'union_specifier', 'type_spec', 'alias_declaration'];

function typeNames(tree: SyntaxTree): DeclaredName[] {
  return tree.ofTypes(TYPES).flatMap((node) => {
    if (node.type.endsWith('_specifier') && (node.child('body') === null || isSpecialized(node))) return [];
    const name = node.child('name');
    // Ruby writes the modules around a class before its name.
    return named(name?.type === 'scope_resolution' ? name.child('name') : name, 'type');
  });
}
