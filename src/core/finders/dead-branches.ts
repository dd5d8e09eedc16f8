import type { Hit, TreeFinder } from './finder.js';
import type { SyntaxNode, SyntaxTree } from '../syntax/node.js';
import { END, KIND, PARENT, SHIFT, START } from '../syntax/node-table.js';
import type { ParsedSource } from '../syntax/source.js';
import { unwrapped } from '../syntax/statements.js';
import type { NumberTest } from '../syntax/numbered-tree.js';
import { operatorTest } from '../syntax/operators.js';
import { settled } from '../syntax/settled.js';
import { byTree, hitAt, NO_HITS } from './hits.js';

const CONDITIONALS = [
  'if_statement', 'for_statement', 'ternary_expression', 'conditional_expression', 'while_statement', 'elif_clause',
  'else_if_clause',
];

/** Constant conditions are short, except for numbers. */
const LONGEST = 'undefined'.length;

/** Finds branches that never run. @param more finds in a language what only it has; absent for nothing. */
export function deadBranches(more?: (tree: SyntaxTree) => readonly Hit[]): TreeFinder<unknown> {
  return byTree(
    (source) => [...findDeadBranches(source), ...(more?.(source.tree) ?? NO_HITS)], [...CONDITIONALS, 'assert_statement'],
  );
}

function findDeadBranches({ tree, text: { text } }: ParsedSource): Hit[] {
  const hits: Hit[] = [];
  const mayBeSettled = settledTest(tree, text);
  const numbers = tree.numbersOf(CONDITIONALS);
  for (let at = 0; at < numbers.length; at += 1) {
    const index = numbers[at] as number;
    if (mayBeSettled(index)) hits.push(...judge(tree.nodeAt(index)));
  }
  const choices = tree.numbersOf(CHOICE);
  const roles = tree.rolesOf(ALTERNATIVE);
  for (let at = 0; at < choices.length; at += 1) {
    const index = choices[at] as number;
    // Most have only one branch.
    if (tree.childInRoles(index, roles) < 0) continue;
    const node = tree.nodeAt(index);
    if (node.parentType !== 'else_clause' && node.field !== 'alternative') hits.push(...askedAgain(node));
  }
  hits.push(...testedAround(tree));
  return hits;
}

/** Conditions that the branch around them has just tested: `if (a) { if (a)`. */
function testedAround(tree: SyntaxTree): Hit[] {
  const { table } = tree;
  const [isChoice, isBlock] = [tree.kindFlags(CHOICE), tree.kindFlags(BLOCK)];
  const hits: Hit[] = [];
  for (const inner of tree.numbersOf(CHOICE)) {
    // Only the first statement of a branch: others may follow a change.
    const block = table[(inner << SHIFT) + PARENT] as number;
    if (block < 0 || isBlock[table[(block << SHIFT) + KIND] as number] !== 1) continue;
    const outer = table[(block << SHIFT) + PARENT] as number;
    if (outer < 0 || isChoice[table[(outer << SHIFT) + KIND] as number] !== 1 || tree.nodeAt(block).firstPart?.index !== inner) {
      continue;
    }
    const [asked, again] = [conditionOf(tree.nodeAt(outer)), conditionOf(tree.nodeAt(inner))];
    if (asked === null || again === null || asked.text !== again.text || CHANGES.test(again.text)) continue;
    const isThen = tree.nodeAt(block).field !== 'alternative';
    if (isThen) hits.push(hitAt(again, 'this is always true here: the branch around it tests the same'));
  }
  return hits;
}

const CHOICE = ['if_statement'];
const BLOCK = ['statement_block', 'block', 'compound_statement'];
const ALTERNATIVE = ['alternative'];
const CONDITION = ['condition'];
const BRACKETS = ['parenthesized_expression', 'condition_clause'];

const LOGICAL = new Set(['&&', '||', 'and', 'or']);
const NEGATIONS = new Set(['unary_expression', 'unary_op_expression', 'not_operator']);

/** Values that are true or false by their kind. */
const VALUES = new Set([
  'string', 'template_string', 'encapsed_string', 'object', 'array', 'arrow_function', 'function_expression', 'regex', 'list',
  'dictionary', 'tuple', 'lambda',
]);

/**
 * Whether a condition, without brackets, is a number or as short as a constant. Nearly all are neither, so no node is made for
 * them.
 */
function settledTest(tree: SyntaxTree, text: string): NumberTest {
  const { table } = tree;
  const roles = tree.rolesOf(CONDITION);
  const isBracket = tree.kindFlags(BRACKETS);
  const isLogical = operatorTest(tree, LOGICAL);
  const isNegation = tree.kindFlags(NEGATIONS);
  const isSettledKind = tree.kindFlags(VALUES);
  return (index) => {
    let condition = tree.childInRoles(index, roles);
    // If the brackets hold more than one thing, look at the node.
    while (condition >= 0 && isBracket[table[(condition << SHIFT) + KIND] as number] === 1) {
      condition = tree.onlyBetween(condition);
    }
    if (condition < 0) return true;
    const at = condition << SHIFT;
    const [start, end] = [table[at + START] as number, table[at + END] as number];
    if (end - start <= LONGEST || isDigit(text.charCodeAt(start))) return true;
    const kind = table[at + KIND] as number;
    if (isSettledKind[kind] === 1) return true;
    return (isLogical(condition) || isNegation[kind] === 1)
      && (BEGINS_SETTLED.test(text.slice(start, start + 6)) || ENDS_SETTLED.test(text.slice(end - 6, end)));
  };
}

/** What a condition begins or ends with if one of its terms is settled. */
const BEGINS_SETTLED = /^[("'`\d]|^(?:true|false|True|False|TRUE|FALSE|not|null|None)\b|^[!{[]/;
const ENDS_SETTLED = /["'`\d)]$|[\s&|](?:true|false|True|False|TRUE|FALSE|null|None)$/;

function judge(node: SyntaxNode): readonly Hit[] {
  const condition = conditionOf(node);
  if (condition === null) return NO_HITS;
  const value = settled(condition);
  if (value === false) {
    return [hitAt(condition, /^(?:while|for)_/.test(node.type) ? 'this loop never runs' : 'this is never true')];
  }
  return value === true && !/^(?:while|for)_/.test(node.type) ? [hitAt(condition, 'this is always true')] : NO_HITS;
}

function isDigit(code: number): boolean {
  return code >= 0x30 && code <= 0x39;
}

function conditionOf(node: SyntaxNode): SyntaxNode | null {
  // Python writes the value first, and the grammar has no field names there.
  const condition = node.child('condition') ?? (node.type === 'conditional_expression' ? (node.parts[1] ?? null) : null);
  return condition === null ? null : unwrapped(condition);
}

/** What may give another result the second time. */
const CHANGES = /[([]|\+\+|--|[^=!<>]=[^=]|\bawait\b/;

/** Conditions that repeat an earlier one in the same chain of branches. Conditions with calls may give another result. */
function askedAgain(first: SyntaxNode): readonly Hit[] {
  const asked = new Set<string>();
  const hits: Hit[] = [];
  const conditions = conditionsOfChain(first);
  if (conditions.length < 2) return NO_HITS;
  for (const condition of conditions) {
    if (CHANGES.test(condition.text)) continue;
    const key = condition.text.replace(/\s+/g, ' ');
    if (asked.has(key)) hits.push(hitAt(condition, 'the same condition is tested above, so this branch never runs'));
    asked.add(key);
  }
  return hits;
}

function lastAlternative(node: SyntaxNode): SyntaxNode | null {
  let part = node.last;
  while (part !== null && part.field !== 'alternative') part = part.previous;
  return part;
}

function conditionsOfChain(first: SyntaxNode): SyntaxNode[] {
  const conditions: SyntaxNode[] = [];
  let node: SyntaxNode | null = first;
  while (node !== null) {
    const condition = conditionOf(node);
    if (condition !== null) conditions.push(condition);
    for (const clause of node.parts) if (clause.type === 'elif_clause' || clause.type === 'else_if_clause') {
      conditions.push(...([conditionOf(clause)].filter((part) => part !== null)));
    }
    const otherwise: SyntaxNode | null = lastAlternative(node);
    const next: SyntaxNode | null = otherwise?.type === 'else_clause' ? otherwise.childOfType('if_statement') : otherwise;
    node = next?.type === 'if_statement' ? next : null;
  }
  return conditions;
}
