import { syntaxOf } from './language-syntax.js';
import { isExit, statementsOf } from './statements.js';
import { isComment, type SyntaxNode } from './node.js';

/** What leaves a loop or switch, besides the statements that leave the function. */
const BREAKS = new Set(['break_statement', 'goto_statement']);

/** What a `break` inside belongs to, so that it leaves nothing else. */
const INNER = new Set([
  'for_statement', 'for_in_statement', 'while_statement', 'do_statement', 'enhanced_for_statement', 'foreach_statement',
  'for_range_loop', 'loop_statement', 'until_statement', 'switch_statement', 'switch_expression',
]);

/** The cases of a switch, in every grammar. */
export const CASES = ['switch_case', 'switch_default', 'case_statement', 'default_statement', 'switch_block_statement_group'];

/**
 * Whether every path through a statement leaves the block around it, if a switch without a default covers all that its type
 * allows.
 */
export function leaves(statement: SyntaxNode): boolean {
  return leavesAs(statement, true);
}

/** Whether every path through a statement leaves the block around it, whatever its values are. */
export function surelyLeaves(statement: SyntaxNode): boolean {
  return leavesAs(statement, false);
}

// elvar waive size/branches because a table of statements is clearest in one piece
function leavesAs(statement: SyntaxNode, mayCoverAll: boolean): boolean {
  if (isExit(statement)) return true;
  const leave = (part: SyntaxNode): boolean => leavesAs(part, mayCoverAll);
  switch (statement.type) {
    case 'statement_block':
    case 'block':
    case 'compound_statement':
    case 'statement_list':
      return blockLeaves(statement, leave);
    case 'if_statement':
      return branchesLeave(statement, leave);
    case 'with_statement': {
      // A context may swallow what is raised inside; these do not.
      const body = syntaxOf(statement.tree).closing?.test(statement.text) === true
        ? statement.child('body')
        : null;
      return body !== null && leave(body);
    }
    case 'try_statement': {
      const parts = [statement.child('body'), ...statement.parts.filter(({ type }) => /^(?:catch|except)_clause$/.test(type))
        .map((part) => part.child('body') ?? part.childOfType('block'))];
      const last = statement.childOfType('finally_clause');
      return (last !== null && statementsOf(last.child('body') ?? last.childOfType('block') ?? last).some(leave))
        || (parts.every((part) => part !== null && leave(part)) && statement.childOfType('else_clause') === null);
    }
    case 'do_statement':
    case 'synchronized_statement':
    case 'labeled_statement': {
      const body = statement.child('body') ?? statement.parts.at(-1) ?? null;
      return body !== null && leave(body) && !isBrokenOut(body);
    }
    case 'while_statement':
    case 'loop_statement':
    case 'for_statement':
      return /^(?:while\s*\(\s*(?:true|1)\s*\)|for\s*\(\s*;\s*;\s*\)|while (?:True|1):|for \{|loop\b)/.test(statement.text)
        && !isBrokenOut(statement.child('body') ?? statement);
    case 'switch_statement':
    case 'switch_expression':
      return casesLeave(statement, mayCoverAll, leave);
    default:
      return false;
  }
}

/** A block leaves if one of its statements does, and nothing jumps to what follows. */
function blockLeaves(block: SyntaxNode, leave: (part: SyntaxNode) => boolean): boolean {
  const statements = statementsOf(block);
  const exit = statements.findIndex(leave);
  return exit >= 0 && !statements.slice(exit + 1).some(({ type }) => type === 'labeled_statement');
}

/** Whether something in a loop or switch leaves it for what comes next. A label may name any loop around. */
function isBrokenOut(body: SyntaxNode): boolean {
  if (body.contains(BREAKS, INNER)) return true;
  let isLeft = false;
  body.walk((node) => {
    isLeft ||= node.type === 'goto_statement' || (node.type === 'break_statement' && node.parts.some((part) => !isComment(part)));
    return !isLeft;
  });
  return isLeft;
}

function branchesLeave(statement: SyntaxNode, leave: (part: SyntaxNode) => boolean): boolean {
  const otherwise = statement.children.findLast(({ field }) => field === 'alternative');
  const inner = otherwise?.type === 'else_clause' ? (otherwise.child('body') ?? otherwise.firstPart) : otherwise;
  const then = statement.child('consequence') ?? statement.child('body');
  // Python writes each further branch as an alternative of its own.
  const further = statement.parts.filter(({ type }) => type === 'elif_clause').map((part) => part.child('consequence'));
  return then !== null && inner != null && [then, inner, ...further].every((part) => part !== null && leave(part));
}

/**
 * A switch leaves if its last case does, and nothing breaks out of it; without a default all cases must, as its type may leave no
 * other.
 */
function casesLeave(choice: SyntaxNode, mayCoverAll: boolean, leave: (part: SyntaxNode) => boolean): boolean {
  const body = choice.child('body');
  const cases = body?.parts.filter(({ type }) => CASES.includes(type)) ?? [];
  const last = cases.at(-1);
  if (body === null || last === undefined || isBrokenOut(body)) return false;
  const hasDefault = cases.some((part) =>
    /^(?:switch_default|default_statement)$/.test(part.type) || /^default\b/.test(part.text));
  const areAll = cases.every((part) => statementsOf(part).length === 0 || statementsOf(part).some(leave));
  return (hasDefault || (mayCoverAll && areAll)) && areAll && statementsOf(last).some(leave);
}
