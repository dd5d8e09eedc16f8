import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { operatorTest } from '../../syntax/operators.js';
import type { NumberTest } from '../../syntax/numbered-tree.js';
import { eachNode, hitAt, shared } from '../../finders/hits.js';
import { whole } from '../../finders/options.js';

export default defineRule({
  id: 'size/condition-terms',
  title: 'Conditions have few parts',
  about: 'A condition with many parts has to be read in all their combinations.',
  advice: 'Give a part a name: a variable or a function that says what it means.',
  tags: ['readability'],
  confidence: 'certain',
  options: { max: whole(4, 1, 100, 'lower', 'the most parts joined by and or or') },
  find: shared(eachNode(['binary_expression', 'boolean_operator'], judge, joinsIn)),
});

function judge(node: SyntaxNode, { max }: { readonly max: number }): Hit | null {
  if (isPart(node)) return null;
  const terms = termsOf(node);
  return terms > max ? hitAt(node, `${terms} parts in one condition, ${terms - max} over ${max}`) : null;
}

const JOINTS = new Set(['&&', '||', 'and', 'or', 'xor']);

function joinsIn(tree: SyntaxTree): NumberTest {
  const isJoint = operatorTest(tree, JOINTS);
  return (index) => {
    const type = tree.typeAt(index);
    return type === 'binary_expression' ? isJoint(index) : type === 'boolean_operator';
  };
}

function joins({ tree, index }: SyntaxNode): boolean {
  return joinsIn(tree)(index);
}

/** Nodes that join the terms of a condition. */
function passes({ type }: SyntaxNode): boolean {
  return type === 'parenthesized_expression'
    || type === 'unary_expression' || type === 'not_operator' || type === 'unary_op_expression';
}

function isPart(node: SyntaxNode): boolean {
  let around = node.parent;
  while (around !== null && passes(around)) around = around.parent;
  return around !== null && joins(around);
}

/** Uses a list of its own instead of recursion: generated conditions would overflow the stack. */
function termsOf(node: SyntaxNode): number {
  let terms = 0;
  const open = [node];
  for (let part = open.pop(); part !== undefined; part = open.pop()) {
    if (joins(part) || (passes(part) && part.firstPart !== null)) open.push(
      ...part.parts.filter(({ field }) => field !== 'operator'),
    );
    else terms += 1;
  }
  return terms;
}
