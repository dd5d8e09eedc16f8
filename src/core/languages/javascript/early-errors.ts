import { bindingsOf } from '../../syntax/bindings/bindings.js';
import type { EarlyError } from '../../syntax/early-error.js';
import { jumpsOut, returnsOut } from '../../syntax/early-errors.js';
import { FUNCTIONS } from '../../syntax/functions.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';

/** The mistakes of a script that follows its grammar: ECMA-262, "Early Errors". */
export function earlyErrorsInScript(tree: SyntaxTree): EarlyError[] {
  return [...declaredTwice(tree), ...leftEmpty(tree), ...jumpsOut(tree), ...(tree.hasAny(MODULE_PARTS) ? returnsOut(tree) : [])];
}

const MODULE_PARTS = ['import_statement', 'export_statement'];

/** A name that is declared in a scope by let, const or class, and a second time: ECMA-262, section 14.2.1. */
function declaredTwice(tree: SyntaxTree): EarlyError[] {
  if (!tree.hasAny(LEXICAL)) return [];
  return bindingsOf(tree).all.flatMap(({ declarations, name }): EarlyError[] => {
    const second = declarations.length < 2 || !declarations.every(isLexical)
      ? undefined
      : declarations.toSorted((a, b) => a.start - b.start)[1];
    return second === undefined ? [] : [{ node: second, message: `${name} is declared already in this block` }];
  });
}

/** A constant without a value: ECMA-262, section 14.3.1.1. */
function leftEmpty(tree: SyntaxTree): EarlyError[] {
  const values = tree.rolesOf(['value']);
  // Nearly all have a value.
  const without = tree.numbersOf(['variable_declarator']).filter((index) => tree.childInRoles(index, values) < 0);
  return [...without].flatMap((index): EarlyError[] => {
    const declarator = tree.nodeAt(index);
    const statement = declarator.parent;
    if (statement?.type !== 'lexical_declaration' || declarator.child('type') !== null || statement.first?.type !== 'const'
        || statement.parentType === 'ambient_declaration' || statement.closest(AMBIENT) !== null) return [];
    // A file of declarations gives types instead of values.
    const empty = declarator.child('name');
    return empty === null ? [] : [{ node: empty, message: `the constant ${empty.text} has no value` }];
  });
}

const AMBIENT = new Set(['ambient_declaration', 'for_in_statement']);

const LEXICAL = ['lexical_declaration'];
const AROUND_NAME = new Set(
  ['lexical_declaration', 'variable_declaration', 'for_in_statement', 'formal_parameters', 'ambient_declaration', ...FUNCTIONS],
);

function isLexical(name: SyntaxNode): boolean {
  // TypeScript lets a type have the name of an import.
  if (name.tree.grammar === 'javascript' && /^(?:import_clause|namespace_import|import_specifier)$/.test(name.parentType ?? '')) {
    return true;
  }
  const around = name.closest(AROUND_NAME);
  return around?.type === 'lexical_declaration' && around.parentType !== 'ambient_declaration';
}
