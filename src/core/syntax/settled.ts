import { syntaxOf } from './language-syntax.js';
import { isComment, type SyntaxNode } from './node.js';
import { unwrapped } from './statements.js';
import { contentOf, isFilled } from './texts.js';

const NEVER = /^(?:false|False|FALSE|null|None|NULL|undefined|0|0\.0)$/;
const ALWAYS = /^(?:true|True|TRUE|[1-9]\d*)$/;

/** Values that count as true however they are filled, in JavaScript. */
const TRUE_KINDS = /^(?:object|array|arrow_function|function_expression|regex|lambda)$/;

/** Python's collections, which count as false if they are empty. */
const COLLECTIONS = /^(?:list|dictionary|tuple)$/;

/** What a condition always comes out as: true, false, or null if that depends on a value. */
export function settled(condition: SyntaxNode): boolean | null {
  const node = unwrapped(condition);
  const { type } = node;
  if (/^(?:binary_expression|boolean_operator|comparison_operator)$/.test(type)) return settledTerms(node);
  if (/^(?:unary_expression|unary_op_expression|not_operator)$/.test(type)) {
    const inner = /^(?:!|not)$/.test(node.first?.text ?? '') ? node.firstPart : null;
    const value = inner === null ? null : settled(inner);
    return value === null ? null : !value;
  }
  return settledValue(node);
}

function settledValue(node: SyntaxNode): boolean | null {
  const { type } = node;
  const { truth } = syntaxOf(node.tree);
  if (TRUE_KINDS.test(type)) return true;
  if (COLLECTIONS.test(type)) return node.parts.some((part) => !isComment(part));
  if (/^(?:string|template_string|encapsed_string)$/.test(type)) {
    if (truth?.everyText === true) return true;
    const { text } = contentOf(node);
    // PHP takes "0" for false; in Python, two strings side by side are one.
    return isFilled(node) || text === '0' ? null : text !== '';
  }
  const word = node.text;
  // What is settled in one language is a name in another.
  if ((truth === undefined ? NAMES_IN_MOST : truth.names)?.test(word) === true) return null;
  return ALWAYS.test(word) ? true : NEVER.test(word) ? false : null;
}

/** Words that are settled in some language, and names in most. */
const NAMES_IN_MOST = /^(?:None|True|False)$/;

/** Nothing is true that needs false as well, and all is true that true is enough for. */
function settledTerms(node: SyntaxNode): boolean | null {
  const [left, right, ...more] = node.parts.filter((part) => !isComment(part));
  const operator = (node.child('operator') ?? node.child('operators'))?.text ?? '';
  if (left === undefined || right === undefined || more.length > 0) return null;
  const isAnd = /^(?:&&|and)$/.test(operator);
  if (!isAnd && !/^(?:\|\||or)$/.test(operator)) return compared(left, operator, right);
  const [first, second] = [settled(left), settled(right)];
  if (first === !isAnd || second === !isAnd) return !isAnd;
  return first === isAnd && second === isAnd ? isAnd : null;
}

const NUMBER = /^(?:number|number_literal|integer|float|decimal_integer_literal)$/;

/** Two numbers compared with each other. */
function compared(left: SyntaxNode, operator: string, right: SyntaxNode): boolean | null {
  if (!NUMBER.test(left.type) || !NUMBER.test(right.type) || !/^\d+$/.test(`${left.text}${right.text}`)) return null;
  const difference = Number(left.text) - Number(right.text);
  switch (operator) {
    case '==':
    case '===': return difference === 0;
    case '!=':
    case '!==': return difference !== 0;
    case '<': return difference < 0;
    case '>': return difference > 0;
    case '<=': return difference <= 0;
    case '>=': return difference >= 0;
    default: return null;
  }
}
