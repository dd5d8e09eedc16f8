import { defineRule, type Hit } from '../../model/rule.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { AFTER, SHIFT } from '../../syntax/node-table.js';
import type { NumberTest, SyntaxTree } from '../../syntax/tree.js';
import { bad, good } from '../examples.js';
import { eachNode, hitAt, inLanguages } from '../hits.js';

/** An empty function is often intended, an empty branch or loop seldom is. Empty handlers are left to slips/swallowed-error. */
const AROUND = new Set([
  'if_statement', 'else_clause', 'else_if_clause', 'for_statement', 'for_in_statement', 'enhanced_for_statement', 'foreach_statement', 'for_range_loop',
  'while_statement', 'do_statement', 'try_statement', 'finally_clause', 'synchronized_statement', 'switch_statement',
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
      java: eachNode(['block'], judge, isBare),
      ...inLanguages('php cpp c', eachNode(['compound_statement'], judge, isBare)),
      css: eachNode(['block'], (node) => (node.parts.length === 0 ? hitAt(node, 'this rule is empty') : null)),
    },
  },
  examples: [
    good('javascript', 'function moor() {}\nif (tide) { /* the pilot waits */ }\n'),
    bad('javascript', 'if (tide) {} else { }\n', '1:11 1:19'),
    good('typescript', 'while (tide) { sail(); }\n'),
    bad('typescript', 'try {\n} finally { sail(); }\n', '1:5'),
    good('java', 'class Quay { void moor() { do {} while (next()); } }\n'),
    bad('java', 'class Quay { void moor() { if (full) {} for (;;) {} } }\n', '1:38 1:50'),
    good('php', '<?php function moor() {}\nif ($full) { wait(); }\n'),
    bad('php', '<?php foreach ($boats as $boat) {}\n', '1:33'),
    good('cpp', 'void moor() {}\nvoid wait() { while (full) { sail(); } }\n'),
    bad('javascript', 'if (full);\nsail();\n', '1:10'),
    bad('cpp', 'void moor() { if (full) { } }\n', '1:25'),
    good('css', 'a { color: red; }\nb { /* set by the kiosk */ }\n'),
    bad('css', 'a {\n}\n', '1:3'),
  ],
});

/** A loop may do its work in its condition or step. */
function worksInHead(holder: SyntaxNode): boolean {
  if (!/^(?:for_statement|while_statement|do_statement)$/.test(holder.type)) return false;
  const head = [holder.child('condition'), holder.child('increment'), holder.child('update')].map((part) => part?.text ?? '').join(' ');
  return /\w\(|\+\+|--|[^=!<>]=[^=]/.test(head);
}

/** Whether a block contains nothing, not even a comment. */
function isBare({ table }: SyntaxTree): NumberTest {
  return (index) => (table[(index << SHIFT) + AFTER] as number) <= index + 3;
}

function judge(node: SyntaxNode): Hit | null {
  const { parent } = node;
  if (node.type === 'empty_statement') return parent?.type === 'if_statement' && node.field === 'consequence' ? hitAt(node, 'this semicolon ends the if, so nothing depends on it') : null;
  if (node.parts.length > 0 || parent === null || !AROUND.has(parent.type) || worksInHead(parent)) return null;
  return hitAt(node, 'this block is empty');
}
