import { isExit, statementsOf } from './statements.js';
import type { SyntaxNode } from './node.js';

const BREAK = new Set(['break_statement']);

/** What a `break` inside belongs to, so that it leaves nothing else. */
const INNER = new Set(['for_statement', 'for_in_statement', 'while_statement', 'do_statement', 'enhanced_for_statement', 'foreach_statement', 'for_range_loop', 'switch_statement', 'switch_expression']);

/** The cases of a switch, in every grammar. */
export const CASES = ['switch_case', 'switch_default', 'case_statement', 'default_statement', 'switch_block_statement_group'];

/** Whether every path through a statement leaves the block around it. */
// elvar waive size/branches because a table of statements is clearest in one piece
export function leaves(statement: SyntaxNode): boolean {
  if (isExit(statement)) return true;
  switch (statement.type) {
    case 'statement_block':
    case 'block':
    case 'compound_statement':
      return statementsOf(statement).some(leaves);
    case 'if_statement':
      return branchesLeave(statement);
    case 'try_statement': {
      const parts = [statement.child('body'), ...statement.parts.filter(({ type }) => type === 'catch_clause').map((part) => part.child('body'))];
      const last = statement.childOfType('finally_clause');
      return (last !== null && statementsOf(last.child('body') ?? last).some(leaves)) || parts.every((part) => part !== null && leaves(part));
    }
    case 'do_statement':
    case 'synchronized_statement':
    case 'labeled_statement': {
      const body = statement.child('body') ?? statement.parts.at(-1) ?? null;
      return body !== null && leaves(body) && !body.contains(BREAK, INNER);
    }
    case 'while_statement':
    case 'for_statement':
      return /^(?:while\s*\(\s*(?:true|1)\s*\)|for\s*\(\s*;\s*;\s*\))/.test(statement.text) && statement.child('body')?.contains(BREAK, INNER) === false;
    case 'switch_statement':
    case 'switch_expression':
      return casesLeave(statement);
    default:
      return false;
  }
}

function branchesLeave(statement: SyntaxNode): boolean {
  const otherwise = statement.children.findLast(({ field }) => field === 'alternative');
  const inner = otherwise?.type === 'else_clause' ? (otherwise.child('body') ?? otherwise.firstPart) : otherwise;
  const then = statement.child('consequence') ?? statement.child('body');
  // Python writes each further branch as an alternative of its own.
  const further = statement.parts.filter(({ type }) => type === 'elif_clause').map((part) => part.child('consequence'));
  return then !== null && inner != null && [then, inner, ...further].every((part) => part !== null && leaves(part));
}

/** A switch leaves if its last case does, and nothing breaks out of it; without a default all cases must, as its type may leave no other. */
function casesLeave(choice: SyntaxNode): boolean {
  const body = choice.child('body');
  const cases = body?.parts.filter(({ type }) => CASES.includes(type)) ?? [];
  const last = cases.at(-1);
  if (body === null || last === undefined || body.contains(BREAK, INNER)) return false;
  const hasDefault = cases.some((part) => /^(?:switch_default|default_statement)$/.test(part.type) || /^default\b/.test(part.text));
  const mayBeAll = cases.every((part) => statementsOf(part).length === 0 || statementsOf(part).some(leaves));
  return (hasDefault || mayBeAll) && statementsOf(last).some(leaves);
}
