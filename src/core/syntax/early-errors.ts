import { bindingsOf } from './bindings/bindings.js';
import type { EarlyError } from './early-error.js';
import { earlyErrorsInPython } from './early-errors-in-python.js';
import { FUNCTIONS } from './functions.js';
import type { SyntaxNode, SyntaxTree } from './node.js';
import { LOOPS } from './statements.js';

/** The mistakes of a file that follows its grammar: ECMA-262, "Early Errors"; The Python Language Reference, chapters 7 and 8; JLS, chapter 14. */
export function earlyErrors(tree: SyntaxTree): EarlyError[] {
  switch (tree.grammar) {
    case 'javascript':
    case 'typescript':
    case 'tsx':
      return [...declaredTwice(tree), ...leftEmpty(tree), ...jumpsOut(tree), ...(tree.hasAny(MODULE_PARTS) ? returnsOut(tree) : [])];
    case 'python':
      return [...emptyBlocks(tree), ...returnsOut(tree), ...jumpsOut(tree), ...earlyErrorsInPython(tree)];
    case 'java':
      return jumpsOut(tree);
    default:
      return [];
  }
}

const MODULE_PARTS = ['import_statement', 'export_statement'];

/** A name that is declared in a scope by let, const or class, and a second time: ECMA-262, section 14.2.1. */
function declaredTwice(tree: SyntaxTree): EarlyError[] {
  if (!tree.hasAny(LEXICAL)) return [];
  return bindingsOf(tree).all.flatMap(({ declarations, name }): EarlyError[] => {
    const second = declarations.length < 2 || !declarations.every(isLexical) ? undefined : declarations.toSorted((a, b) => a.start - b.start)[1];
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
    if (statement?.type !== 'lexical_declaration' || declarator.child('type') !== null || statement.first?.type !== 'const' || statement.parentType === 'ambient_declaration' || statement.closest(AMBIENT) !== null) return [];
    // A file of declarations gives types instead of values.
    const empty = declarator.child('name');
    return empty === null ? [] : [{ node: empty, message: `the constant ${empty.text} has no value` }];
  });
}

const AMBIENT = new Set(['ambient_declaration', 'for_in_statement']);

const LEXICAL = ['lexical_declaration'];
const AROUND_NAME = new Set(['lexical_declaration', 'variable_declaration', 'for_in_statement', 'formal_parameters', 'ambient_declaration', ...FUNCTIONS]);

function isLexical(name: SyntaxNode): boolean {
  // TypeScript lets a type have the name of an import.
  if (name.tree.grammar === 'javascript' && /^(?:import_clause|namespace_import|import_specifier)$/.test(name.parentType ?? '')) return true;
  const around = name.closest(AROUND_NAME);
  return around?.type === 'lexical_declaration' && around.parentType !== 'ambient_declaration';
}

/** A block whose line is not indented, or is missing: the grammar takes it for empty. */
function emptyBlocks(tree: SyntaxTree): EarlyError[] {
  return tree.ofType('block').flatMap((block): EarlyError[] => {
    const { parent, previous } = block;
    return block.start < block.end || parent === null || previous === null ? [] : [{ node: previous, message: 'an indented block is missing after this' }];
  });
}

const RETURNS = ['return_statement'];
const CLASSES = new Set(['class_definition', 'class_declaration', 'class_body']);

function returnsOut(tree: SyntaxTree): EarlyError[] {
  return tree.ofTypes(RETURNS).flatMap((node): EarlyError[] => {
    const around = node.closest(RETURNABLE);
    return around !== null && !CLASSES.has(around.type) ? [] : [{ node: node.first ?? node, message: 'return is outside a function' }];
  });
}

const RETURNABLE = new Set([...FUNCTIONS, ...CLASSES, 'class_static_block', 'lambda']);

const JUMPS = ['break_statement', 'continue_statement'];
const CHOICES = new Set(['switch_statement', 'switch_expression', 'switch_body', 'switch_block', 'labeled_statement']);

/** A break or continue that nothing around it stops: no loop and, for a break, no switch. */
function jumpsOut(tree: SyntaxTree): EarlyError[] {
  return tree.ofTypes(JUMPS).flatMap((node): EarlyError[] => {
    // With a label it leaves what has the label.
    if (node.parts.length > 0) return [];
    const isBreak = node.type === 'break_statement';
    for (let around = node.parent; around !== null && !FUNCTIONS.has(around.type) && !CLASSES.has(around.type); around = around.parent) {
      if (LOOPS.has(around.type) || (isBreak && CHOICES.has(around.type))) return [];
    }
    return [{ node: node.first ?? node, message: `${isBreak ? 'break is outside a loop' : 'continue is outside a loop'}` }];
  });
}
