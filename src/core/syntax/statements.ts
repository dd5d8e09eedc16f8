import { bindingsOf } from './bindings/bindings.js';
import { syntaxOf } from './language-syntax.js';
import { CALL_TYPES, calleeOf, callsOf } from './calls.js';
import { isComment, type SyntaxNode } from './node.js';
import type { SyntaxTree } from './node.js';

/** Loop nodes, in every grammar. */
export const LOOPS: ReadonlySet<string> = new Set([
  'for_statement', 'for_in_statement', 'while_statement', 'do_statement', 'enhanced_for_statement', 'foreach_statement',
  'for_range_loop',
  'c_style_for_statement', 'loop_statement', 'until_statement',
]);

/** Nodes that contain a sequence of statements, in every grammar. */
export const BLOCKS: ReadonlySet<string> = new Set([
  'statement_block', 'block', 'compound_statement', 'program', 'module', 'translation_unit', 'statement_list', 'constructor_body',
  'switch_case', 'switch_default', 'switch_block_statement_group', 'case_statement', 'default_statement', 'colon_block',
  'do_group',
]);

/** Statements after which nothing in their block runs. */
const EXITS: ReadonlySet<string> = new Set([
  'return_statement', 'throw_statement', 'raise_statement', 'break_statement', 'continue_statement', 'goto_statement',
  'co_return_statement',
  'yield_statement', 'exit_statement',
]);

const NO_NAMES: readonly string[] = [];

/** What stands in a block beside its statements. */
const NO_STATEMENTS = new Set(['switch_label', 'except_clause', 'finally_clause', 'else_clause', 'heredoc_body']);

/** The statements of a block, without comments. */
export function statementsOf(block: SyntaxNode): SyntaxNode[] {
  return block.parts.filter((part) => !isComment(part) && part.field !== 'value' && !NO_STATEMENTS.has(part.type));
}

/** Whether a statement always leaves its block: in PHP, throw is an expression; in Go and others, a call may do it. */
export function isExit(statement: SyntaxNode): boolean {
  if (EXITS.has(statement.type)) return true;
  // Where all is an expression, a call stands by itself.
  const inside = statement.type === 'expression_statement' ? statement.firstPart
    : syntaxOf(statement.tree).callsAreStatements === true ? statement
    : null;
  if (inside?.type === 'throw_expression' || EXITS.has(inside?.type ?? '')) return true;
  if (inside == null || !CALL_TYPES.has(inside.type)) return false;
  const called = calleeOf(inside);
  return syntaxOf(inside.tree).leaving?.callee.test(called) === true && !isDeclaredHere(inside, called);
}

/** Whether a file has something of its own under the name of what it calls. */
function isDeclaredHere(call: SyntaxNode, called: string): boolean {
  return /^\w+$/.test(called) && syntaxOf(call.tree).bind !== null && bindingsOf(call.tree).scopeAt(call).lookUp(called) !== null;
}

/** Visits the numbers of the statements of a file that leave their block: those of {@link isExit}, kind by kind. */
export function eachExit(tree: SyntaxTree, visit: (exit: number) => void): void {
  const exits = tree.numbersOf(EXITS);
  const { leaving, callsAreStatements = false } = syntaxOf(tree);
  for (let at = 0; at < exits.length; at += 1) {
    const exit = exits[at] as number;
    visit(exit);
    if (callsAreStatements && tree.nodeAt(exit).parentType === 'expression_statement') {
      visit((tree.nodeAt(exit).parent as SyntaxNode).index);
    }
  }
  for (const inside of [tree.ofType('throw_expression'), callsOf(tree, leaving?.names ?? NO_NAMES)]) {
    for (const node of inside) {
      const { parent } = node;
      if (parent !== null && isExit(parent)) visit(parent.index);
      else if (callsAreStatements && isExit(node)) visit(node.index);
    }
  }
}

/** A node without enclosing brackets. */
export function unwrapped(node: SyntaxNode): SyntaxNode {
  let inner = node;
  while (inner.type === 'parenthesized_expression' || inner.type === 'condition_clause') {
    const part = inner.child('value') ?? inner.firstPart;
    if (part === null) return inner;
    inner = part;
  }
  return inner;
}
