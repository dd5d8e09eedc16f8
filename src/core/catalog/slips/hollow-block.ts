import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { AFTER, SHIFT } from '../../syntax/node-table.js';
import type { ParsedSource } from '../../syntax/source.js';
import type { NumberTest } from '../../syntax/numbered-tree.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, eachNode, hitAt, hitsOf, inLanguages, NO_HITS } from '../../finders/hits.js';

/** An empty function is often intended, an empty branch or loop seldom is. Empty handlers are left to slips/swallowed-error. */
const AROUND = new Set([
  'if_statement', 'else_clause', 'else_if_clause', 'for_statement', 'for_in_statement', 'enhanced_for_statement', 'foreach_statement', 'for_range_loop',
  'while_statement', 'do_statement', 'loop_statement', 'unless_statement', 'until_statement', 'try_statement', 'finally_clause', 'synchronized_statement', 'switch_statement',
]);

export default defineRule({
  id: 'slips/hollow-block',
  title: 'No empty blocks',
  about: 'In an empty block something was either forgotten, or left out on purpose without saying why.',
  advice: 'Write the missing code, delete the block, or explain in a comment why it is empty.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: {
    languages: {
      ...inLanguages('javascript typescript', eachNode(['statement_block', 'switch_body', 'empty_statement'], judge, isBare)),
      java: byTree((source) => [...findBare(source, ['block']), ...hitsOf(source.tree.ofType(';'), endsHead)]),
      php: byTree((source) => [...findBare(source, ['compound_statement']), ...hitsOf(source.tree.ofType('empty_statement'), endsHead)]),
      ...inLanguages('cpp c', byTree((source) => [...findBare(source, ['compound_statement']), ...hitsOf(source.tree.ofType('expression_statement').filter(({ start, end }) => end - start === 1), endsHead)])),
      css: eachNode(['block'], (node) => (node.parts.length === 0 ? hitAt(node, 'this rule is empty') : null)),
    },
    others: byTree((source) => findBare(source, ['block'])),
  },
  examples: [
    good('javascript', 'function moor() {}\nif (tide) { /* the pilot waits */ }\n'),
    bad('javascript', 'if (tide) {} else { }\n', ['1:11-13 this block is empty', '1:19-22 this block is empty']),
    good('typescript', 'while (tide) { sail(); }\n'),
    bad('typescript', 'try {\n} finally { sail(); }\n', '1:5-2:2 this block is empty'),
    good('java', 'class Quay { void moor() { do {} while (next()); } }\n'),
    bad('java', 'class Quay { void moor() { if (full) {} for (;;) {} } }\n', ['1:38-40 this block is empty', '1:50-52 this block is empty']),
    good('php', '<?php function moor() {}\nif ($full) { wait(); }\n'),
    bad('php', '<?php foreach ($boats as $boat) {}\n', '1:33-35 this block is empty'),
    good('cpp', 'void moor() {}\nvoid wait() { while (full) { sail(); } }\n'),
    bad('javascript', 'if (full);\nsail();\n', '1:10 this semicolon ends the if, so nothing depends on it'),
    bad('javascript', 'while (full);\nif (full) { ; }\n', ['1:13 this semicolon ends the loop, so nothing is repeated', '2:11 this block is empty']),
    good('javascript', 'while (sail());\nfor (; full; full--);\n'),
    bad('java', 'class Quay { void moor() { if (full); sail(); } }\n', '1:37 this semicolon ends the if, so nothing depends on it'),
    bad('php', '<?php if ($full); sail();\n', '1:17 this semicolon ends the if, so nothing depends on it'),
    bad('cpp', 'void moor() { if (full); sail(); }\n', '1:24-25 this semicolon ends the if, so nothing depends on it'),
    bad('cpp', 'void moor() { if (full) { } }\n', '1:25 this block is empty'),
    good('css', 'a { color: red; }\nb { /* set by the kiosk */ }\n'),
    bad('css', 'a {\n}\n', '1:3-2:2 this rule is empty'),
  ],
});

/** A loop may do its work in its condition or step. */
function worksInHead(holder: SyntaxNode): boolean {
  if (!/^(?:for_statement|while_statement|do_statement)$/.test(holder.type)) return false;
  const head = [holder.child('condition'), holder.child('increment'), holder.child('update')].map((part) => part?.text ?? '').join(' ');
  return /\w\(|\+\+|--|[^=!<>]=[^=]/.test(head);
}

function findBare({ tree }: ParsedSource, types: readonly string[]): readonly Hit[] {
  const mayBe = isBare(tree);
  return hitsOf(tree.numbersOf(types), (index): readonly Hit[] => {
    const hit = mayBe(index) ? judge(tree.nodeAt(index)) : null;
    return hit === null ? NO_HITS : [hit];
  });
}

/** A semicolon that is all of a branch or loop. */
function endsHead(node: SyntaxNode): readonly Hit[] {
  const { parent, previous } = node;
  // On a line of its own, or after a blank, it is meant to be seen.
  if (previous === null || previous.end !== node.start || !/^(?:parenthesized_expression|condition_clause|\))$/.test(previous.type)) return NO_HITS;
  if (parent?.type === 'if_statement' && (node.field === 'consequence' || node.field === 'body')) return [hitAt(node, 'this semicolon ends the if, so nothing depends on it')];
  return parent !== null && /^(?:while|for|for_in)_statement$/.test(parent.type) && node.field === 'body' && parent.child('condition') !== null && parent.child('condition')?.type !== 'empty_statement' && !/^\(?(?:false|0)\)?$/.test(parent.child('condition')?.text ?? '') && !worksInHead(parent) ? [hitAt(node, 'this semicolon ends the loop, so nothing is repeated')] : NO_HITS;
}

/** Whether a block contains nothing, not even a comment. */
function isBare({ table }: SyntaxTree): NumberTest {
  return (index) => (table[(index << SHIFT) + AFTER] as number) <= index + 5;
}

function judge(node: SyntaxNode): Hit | null {
  const { parent } = node;
  if (node.type === 'empty_statement') return endsHead(node)[0] ?? null;
  if (node.parts.some(({ type }) => type !== 'empty_statement') || parent === null || !AROUND.has(parent.type) || worksInHead(parent)) return null;
  return hitAt(node, 'this block is empty');
}
