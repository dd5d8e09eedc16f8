import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { functionHead, FUNCTIONS } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { KIND, PARENT, SHIFT } from '../../syntax/node-table.js';
import { operatorTest } from '../../syntax/operators.js';
import type { ParsedSource } from '../../syntax/source.js';
import { LOOPS } from '../../syntax/statements.js';
import { byTree, shared } from '../../finders/hits.js';
import { whole } from '../../finders/options.js';

export default defineRule({
  id: 'size/branches',
  title: 'Functions have few paths',
  about: 'Each decision is one more path to understand and to test. Counted as by T. J. McCabe, "A Complexity Measure", IEEE '
    + 'Transactions on Software Engineering SE-2 (4), 1976: decisions plus one, each part of a compound condition a decision '
    + 'of its own; 10 is his own limit.',
  advice: 'Extract a part that can be named, or put the cases into a table.',
  tags: ['readability', 'starter'],
  confidence: 'certain',
  options: { max: whole(10, 1, 1000, 'lower', 'the most paths through a function') },
  find: shared(byTree(findBranchy, FUNCTIONS)),
});

const DECISIONS = [
  ...LOOPS, 'if_statement', 'elif_clause', 'else_if_clause', 'switch_case', 'expression_case', 'type_case', 'communication_case',
  'case_item', 'catch_clause',
  'except_clause', 'ternary_expression', 'conditional_expression', 'boolean_operator', 'for_in_clause', 'if_clause',
  'match_conditional_expression', 'unless_statement',
];

const JOINS = new Set(['&&', '||', '??', 'and', 'or', 'xor']);
const BINARY = ['binary_expression'];

/** Nodes that decide only in some forms. */
const PERHAPS: Readonly<Record<string, (node: SyntaxNode) => boolean>> = {
  list: (node) => JOINS.has(operatorOf(node)),
  case_statement: (node) => node.child('value') !== null && node.parent?.type !== 'program',
  switch_label: (node) => node.first?.type === 'case',
  case_clause: (node) => node.firstPart?.text !== '_',
  // The last of those that cover all that may come is no decision.
  match_arm: (node) => node.nextType === ',' ? node.next?.next?.named === true : node.next?.named === true,
  switch_block_statement_group: (node) => node.first?.type === 'case',
};

function operatorOf(node: SyntaxNode): string {
  return node.child('operator')?.type ?? node.children.find(({ named }) => !named)?.type ?? '';
}

function findBranchy({ tree }: ParsedSource, { max }: { readonly max: number }): Hit[] {
  const { table } = tree;
  const isFunction = tree.kindFlags(FUNCTIONS);
  const counts = new Map<number, number>();
  const count = (node: number): void => {
    let around = table[(node << SHIFT) + PARENT] as number;
    while (around >= 0 && isFunction[table[(around << SHIFT) + KIND] as number] !== 1) around = table[(around << SHIFT)
      + PARENT] as number;
    if (around >= 0) counts.set(around, (counts.get(around) ?? 1) + 1);
  };
  const decisions = tree.numbersOf(DECISIONS);
  for (let at = 0; at < decisions.length; at += 1) count(decisions[at] as number);
  const isJoint = operatorTest(tree, JOINS);
  // Most operators join no conditions, so no node is made for them.
  const expressions = tree.numbersOf(BINARY);
  for (let at = 0; at < expressions.length; at += 1) if (isJoint(expressions[at] as number)) count(expressions[at] as number);
  for (const [type, decides] of Object.entries(PERHAPS)) {
    for (const node of tree.ofType(type)) if (decides(node)) count(node.index);
  }
  const hits: Hit[] = [];
  for (const [node, ways] of counts) if (ways > max) {
    hits.push({ ...spanOf(tree.nodeAt(node)), message: `${ways} paths through this function, ${ways - max} over ${max}` });
  }
  return hits;
}

function spanOf(node: SyntaxNode): { start: number; end: number } {
  const { start, end } = functionHead(node);
  return { start, end };
}
