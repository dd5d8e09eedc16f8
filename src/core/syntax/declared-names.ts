import { bindingsOf } from './bindings/bindings.js';
import type { Binding, BindingKind } from './bindings/scope.js';
import { CLASSES, FUNCTIONS, nameOf } from './functions.js';
import { syntaxOf } from '../languages/syntaxes.js';
import type { NameKind } from './language-syntax.js';
import { memoized } from './memo.js';
import type { SyntaxNode, SyntaxTree } from './node.js';

const FIELDS = new Set(['field_declaration', 'local_variable_declaration', 'constant_declaration']);
const DECLARATION = new Set(['declaration']);

const GO_DECLARATIONS = ['var_spec', 'parameter_declaration', 'variadic_parameter_declaration', 'field_declaration'];
const GO_SHORT_DECLARATIONS = ['short_var_declaration', 'range_clause'];

/** A name at its declaration. */
export interface DeclaredName {
  readonly node: SyntaxNode;
  /** As written, without PHP's dollar sign. */
  readonly name: string;
  readonly kind: NameKind;
}

/** The names that a file declares, each at its first declaration. */
export const declaredNames = memoized((tree: SyntaxTree): readonly DeclaredName[] => functionNames(tree).concat(typeNames(tree), valueNames(tree)));

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

function named(node: SyntaxNode | null, kind: NameKind): DeclaredName[] {
  return node === null ? [] : [{ node, name: node.text, kind }];
}

const NAMES = new Set(['identifier', 'property_identifier', 'private_property_identifier', 'name', 'field_identifier', 'word', 'type_identifier']);

const CONSTRUCTORS = new Set(['constructor_declaration', 'compact_constructor_declaration']);

function functionNames(tree: SyntaxTree): DeclaredName[] {
  const names: DeclaredName[] = [];
  const functions = tree.ofTypes(FUNCTIONS);
  const own = syntaxOf(tree.grammar);
  for (let at = 0; at < functions.length; at += 1) {
    const node = functions[at] as SyntaxNode;
    const name = nameOf(node);
    // A Java constructor has the name of its class; operators and computed names are not the author's choice.
    if (name === null || !NAMES.has(name.type) || CONSTRUCTORS.has(node.type) || isConstructor(node, name) || own?.isChosen?.(node) === false) continue;
    names.push({ node: name, name: name.text, kind: 'function' });
  }
  return names;
}

function isConstructor(node: SyntaxNode, name: SyntaxNode): boolean {
  return name.type === 'identifier' && node.type === 'function_definition' && node.closest(CLASSES)?.child('name')?.text === name.text;
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

function valueNames(tree: SyntaxTree): DeclaredName[] {
  switch (tree.grammar) {
    case 'javascript':
    case 'typescript':
    case 'tsx':
      return scriptNames(bindingsOf(tree).all);
    case 'python':
      return bindingsOf(tree).all.flatMap((binding) => pythonName(binding));
    case 'java':
      // Java's serialization finds these fields by name.
      return bindingsOf(tree).all.filter(({ name }) => !/^serial(?:VersionUID|PersistentFields)$/.test(name)).flatMap(({ node }) => named(node, isJavaConstant(node) ? 'constant' : 'variable'));
    case 'php':
      return [...bindingsOf(tree).all.flatMap(({ node }) => named(node.childOfType('name'), 'variable')), ...phpMembers(tree)];
    case 'cpp':
      return [...bindingsOf(tree).all.flatMap(({ node }) => named(node, isCppConstant(node) ? 'constant' : 'variable')), ...cppMembers(tree)];
    case 'go':
      return goNames(tree);
    case 'bash':
      return shellNames(tree);
    case 'css':
      return tree.ofType('property_name').filter(({ text }) => text.startsWith('--')).map((node) => ({ node, name: node.text.slice(2), kind: 'variable' }));
    default: {
      const own = syntaxOf(tree.grammar);
      return own === null ? [] : bindingsOf(tree).all.flatMap((binding) => {
        const kind = own.valueKind(binding);
        return kind === null ? [] : named(binding.node, kind);
      });
    }
  }
}

const PLAIN_VALUES = new Set(['number', 'string', 'true', 'false', 'unary_expression', 'regex', 'integer', 'float', 'tuple', 'concatenated_string']);

const SCRIPT_VALUES: ReadonlySet<BindingKind> = new Set<BindingKind>(['variable', 'constant', 'parameter', 'loop', 'caught']);

function scriptNames(bindings: readonly Binding[]): DeclaredName[] {
  const names: DeclaredName[] = [];
  for (let at = 0; at < bindings.length; at += 1) {
    const { node, name, kind, scope } = bindings[at] as Binding;
    // A destructured property has the name that it has in the object.
    if (!SCRIPT_VALUES.has(kind) || node.type === 'shorthand_property_identifier_pattern') continue;
    const isConstant = kind === 'constant' && (scope.kind === 'file' || PLAIN_VALUES.has(node.parent?.child('value')?.type ?? ''));
    names.push({ node, name, kind: isConstant ? 'constant' : 'variable' });
  }
  return names;
}

function pythonName({ node, kind, scope, references, declarations }: Binding): DeclaredName[] {
  if (!/^(?:variable|parameter|loop|caught)$/.test(kind) || /^__\w+__$/.test(node.text)) return [];
  const value = node.parent?.type === 'assignment' ? node.parent.child('right') : null;
  const isConstant = scope.kind === 'file' && declarations.length === 1 && value !== null && PLAIN_VALUES.has(value.type) && !references.areWritten;
  if (isConstant) return named(node, 'constant');
  // At file level, types and singletons have naming conventions of their own.
  return scope.kind === 'file' ? [] : named(node, 'variable');
}

const LAMBDAS = new Set(['lambda_expression']);

function isJavaConstant(node: SyntaxNode): boolean {
  // A parameter in what the constant stands for is none itself.
  if (node.closest(LAMBDAS) !== null) return false;
  const field = node.closest(FIELDS);
  if (field?.type === 'constant_declaration') return true;
  const modifiers = field?.type === 'field_declaration' ? (field.childOfType('modifiers')?.text ?? '') : '';
  return /\bstatic\b/.test(modifiers) && /\bfinal\b/.test(modifiers);
}

function phpMembers(tree: SyntaxTree): DeclaredName[] {
  return [
    ...tree.ofType('const_element').flatMap((node) => named(node.firstPart, 'constant')),
    ...tree.ofType('property_element').flatMap((node) => named(node.child('name')?.childOfType('name') ?? null, 'variable')),
  ];
}

function isCppConstant(node: SyntaxNode): boolean {
  const declaration = node.closest(DECLARATION);
  return declaration !== null && declaration.parts.some(({ type, text }) => type === 'type_qualifier' && /^const(?:expr)?$/.test(text)) && /^(?:translation_unit|namespace_definition|declaration_list)$/.test(declaration.parent?.type ?? '');
}

function cppMembers(tree: SyntaxTree): DeclaredName[] {
  const fields = tree.ofType('field_declaration').flatMap((node) => node.childrenOf('declarator')).filter(({ type }) => type === 'field_identifier');
  const macros = tree.ofType('preproc_def').filter((node) => node.child('value') !== null);
  return [...fields.flatMap((node) => named(node, 'variable')), ...macros.flatMap((node) => named(node.child('name'), 'constant'))];
}

function goNames(tree: SyntaxTree): DeclaredName[] {
  const constants = tree.ofType('const_spec').flatMap((node) => node.childrenOf('name')).flatMap((node) => named(node, 'constant'));
  const declared = tree.ofTypes(GO_DECLARATIONS).flatMap((node) => node.childrenOf('name'));
  const short = tree.ofTypes(GO_SHORT_DECLARATIONS).flatMap((node) => node.child('left')?.parts ?? []);
  const first = new Map([...declared, ...short].filter(({ type }) => /identifier$/.test(type)).reverse().map((node) => [node.text, node]));
  return [...constants, ...[...first.values()].flatMap((node) => named(node, 'variable'))];
}

function shellNames(tree: SyntaxTree): DeclaredName[] {
  const first = new Map<string, DeclaredName>();
  for (const node of tree.ofType('variable_assignment')) {
    const name = node.child('name');
    const isFixed = node.parent?.type === 'declaration_command' && /^(?:readonly|declare\s+-\w*r)/.test(node.parent.text);
    if (name?.type === 'variable_name' && !first.has(name.text)) first.set(name.text, { node: name, name: name.text, kind: isFixed ? 'constant' : 'variable' });
  }
  return [...first.values()];
}
