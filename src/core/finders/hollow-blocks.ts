import { AFTER, SHIFT } from '../syntax/node-table.js';
import type { SyntaxNode, SyntaxTree } from '../syntax/node.js';
import type { NumberTest } from '../syntax/numbered-tree.js';
import type { ParsedSource } from '../syntax/source.js';
import type { Hit } from './finder.js';
import { hitAt, hitsOf, NO_HITS } from './hits.js';

/** An empty function is often intended, an empty branch or loop seldom is. Empty handlers are left to slips/swallowed-error. */
const AROUND = new Set([
  'if_statement', 'else_clause', 'else_if_clause', 'for_statement', 'for_in_statement', 'enhanced_for_statement',
  'foreach_statement', 'for_range_loop',
  'while_statement', 'do_statement', 'loop_statement', 'unless_statement', 'until_statement', 'try_statement', 'finally_clause',
  'synchronized_statement', 'switch_statement',
]);

/** A loop may do its work in its condition or step. */
function worksInHead(holder: SyntaxNode): boolean {
  if (!/^(?:for_statement|while_statement|do_statement)$/.test(holder.type)) return false;
  const head = [holder.child('condition'), holder.child('increment'), holder.child('update')]
    .map((part) => part?.text ?? '')
    .join(' ');
  return /\w\(|\+\+|--|[^=!<>]=[^=]/.test(head);
}

export function bareBlocks({ tree }: ParsedSource, types: readonly string[]): readonly Hit[] {
  const mayBe = isBareBlock(tree);
  return hitsOf(tree.numbersOf(types), (index): readonly Hit[] => {
    const hit = mayBe(index) ? judgeBlock(tree.nodeAt(index)) : null;
    return hit === null ? NO_HITS : [hit];
  });
}

/** A semicolon that is all of a branch or loop. */
export function endsHead(node: SyntaxNode): readonly Hit[] {
  const { parent, previous } = node;
  // On a line of its own, or after a blank, it is meant to be seen.
  if (previous === null
      || previous.end !== node.start || !/^(?:parenthesized_expression|condition_clause|\))$/.test(previous.type)) return NO_HITS;
  if (parent?.type === 'if_statement' && (node.field === 'consequence' || node.field === 'body')) {
    return [hitAt(node, 'this semicolon ends the if, so nothing depends on it')];
  }
  return parent !== null
    && /^(?:while|for|for_in)_statement$/.test(parent.type)
    && node.field === 'body'
    && parent.child('condition') !== null
    && parent.child('condition')?.type !== 'empty_statement'
    && !/^\(?(?:false|0)\)?$/.test(parent.child('condition')?.text ?? '')
    && !worksInHead(parent)
    ? [hitAt(node, 'this semicolon ends the loop, so nothing is repeated')]
    : NO_HITS;
}

/** Whether a block contains nothing, not even a comment. */
export function isBareBlock({ table }: SyntaxTree): NumberTest {
  return (index) => (table[(index << SHIFT) + AFTER] as number) <= index + 5;
}

/** What `slips/hollow-block` finds. */
export function judgeBlock(node: SyntaxNode): Hit | null {
  const { parent } = node;
  if (node.type === 'empty_statement') return endsHead(node)[0] ?? null;
  if (node.parts.some(({ type }) => type !== 'empty_statement')
      || parent === null || !AROUND.has(parent.type) || worksInHead(parent)) return null;
  return hitAt(node, 'this block is empty');
}
