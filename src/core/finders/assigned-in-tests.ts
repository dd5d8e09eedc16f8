import { KIND, PARENT, SHIFT } from '../syntax/node-table.js';
import type { SyntaxNode } from '../syntax/node.js';
import type { ParsedSource } from '../syntax/source.js';
import { unwrapped } from '../syntax/statements.js';
import { isFilled } from '../syntax/texts.js';
import type { Hit } from './finder.js';
import { hitAt } from './hits.js';

const CONDITIONALS: ReadonlySet<string> = new Set([
  'if_statement', 'while_statement', 'do_statement', 'for_statement', 'else_if_clause', 'ternary_expression',
  'conditional_expression',
]);

/** Loops, in which it is an idiom to step to what comes next: `while (node = node.next)`. */
const STEPPING = /^(?:while|for|do)_statement$/;

const STEP = /call|member|subscript|invocation|field|array_access|pointer/;

/** Values that nobody assigns only to test them. */
// elvar waive text/line-width because a pattern is one literal
const FIXED = /^(?:number|number_literal|integer|float|true|false|null|nullptr|string|encapsed_string|string_literal|char_literal|character_literal|decimal_\w+_literal|hex_\w+_literal|boolean)$/;

/** What is between an assignment and the condition that it is in. */
const BETWEEN: ReadonlySet<string> = new Set(
  ['parenthesized_expression', 'condition_clause', 'binary_expression', 'unary_expression', 'unary_op_expression'],
);

/** Climbs from the assignments: there are far more conditions, and hardly any has one. */
export function assignedInConditions({ tree }: ParsedSource): Hit[] {
  const { table } = tree;
  const [isBetween, isConditional] = [tree.kindFlags(BETWEEN), tree.kindFlags(CONDITIONALS)];
  const found = new Set<SyntaxNode>();
  const numbers = tree.numbersOf(ASSIGNMENTS);
  for (let at = 0; at < numbers.length; at += 1) {
    let around = table[((numbers[at] as number) << SHIFT) + PARENT] as number;
    // JavaScript's grammar reads the condition of a `for` as a statement.
    if (around >= 0 && tree.typeAt(around) === 'expression_statement') around = table[(around << SHIFT) + PARENT] as number;
    while (around >= 0 && isBetween[table[(around << SHIFT) + KIND] as number] === 1) around = table[(around << SHIFT)
      + PARENT] as number;
    if (around >= 0 && isConditional[table[(around << SHIFT) + KIND] as number] === 1) found.add(tree.nodeAt(around));
  }
  return [...found].flatMap((node) => judge(node) ?? []);
}

const ASSIGNMENTS = ['assignment_expression'];

function judge(node: SyntaxNode): Hit | null {
  const condition = conditionOf(node);
  if (condition === null) return null;
  // In the head of a for, even a step from name to name is an idiom.
  const found = assignmentIn(condition, STEPPING.test(node.type), node.type !== 'for_statement');
  // In brackets after other terms, it may be meant: the brackets are needed there.
  const isMeant = found !== null && found !== condition && found.parentType === 'parenthesized_expression';
  const isMade = found !== null && STEP.test(found.child('right')?.type ?? '');
  // Brackets are all that a choice between two values can have.
  if (isMade && /^(?:ternary|conditional)_expression$/.test(node.type)) return null;
  return found === null ? null : hitAt(
    found, 'this assigns a value where a test is expected', undefined, isMeant || isMade ? { confidence: 'possible' } : undefined,
  );
}

/** The condition without its brackets. */
function conditionOf(node: SyntaxNode): SyntaxNode | null {
  const condition = node.child('condition');
  if (condition === null || !/^(?:parenthesized_expression|condition_clause)$/.test(condition.type)) {
    // JavaScript's grammar reads the condition of a `for` as a statement.
    return condition?.type === 'expression_statement' ? condition.firstPart : condition;
  }
  return condition.child('value') ?? condition.firstPart;
}

/**
 * An assignment among the terms of a condition. One in extra brackets, or one whose result is compared, is intended, unless its
 * value is fixed.
 * @param isWhole whether the term is the whole condition.
 */
function assignmentIn(term: SyntaxNode, isLoop: boolean, isWhole: boolean): SyntaxNode | null {
  if (term.type === 'parenthesized_expression') {
    const inner = unwrapped(term);
    return inner.type === 'assignment_expression' ? (isFixed(inner) ? inner : null) : assignmentIn(inner, isLoop, false);
  }
  if (term.type === 'binary_expression') {
    const isLogical = /^(?:&&|\|\||and|or)$/.test(term.child('operator')?.text ?? '');
    return isLogical ? hitIn(term.child('left'), isLoop) ?? hitIn(term.child('right'), isLoop) : null;
  }
  if (/^unary_/.test(term.type) && term.first?.text === '!') return hitIn(term.parts.at(-1) ?? null, isLoop);
  return isMistaken(term, isLoop, isWhole) ? term : null;
}

/** Whether an assignment can hardly be meant. In JavaScript, one after && needs brackets or takes in the whole condition. */
function isMistaken(term: SyntaxNode, isLoop: boolean, isWhole: boolean): boolean {
  if (term.type !== 'assignment_expression' || (term.child('operator')?.text ?? '=') !== '=') return false;
  return isFixed(term) || (isWhole && !(isLoop && STEP.test(term.child('right')?.type ?? '')));
}

function hitIn(term: SyntaxNode | null, isLoop: boolean): SyntaxNode | null {
  return term === null ? null : assignmentIn(term, isLoop, false);
}

export function isFixed(assignment: SyntaxNode): boolean {
  const right = assignment.child('right');
  return (assignment.child('operator')?.text ?? '=') === '=' && right !== null && FIXED.test(right.type) && !isFilled(right);
}
